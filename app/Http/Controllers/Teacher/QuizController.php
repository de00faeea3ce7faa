<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\QuizFindings;
use HiddenLadder\App\Http\Resources\QuizLine;
use HiddenLadder\App\Http\Resources\WholeQuiz;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Quizzes\Findings;
use HiddenLadder\App\Quizzes\QuizInspection;
use HiddenLadder\App\Quizzes\QuizShelf;
use HiddenLadder\App\Quizzes\SuggestedTerms;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;

/** Making quizzes, and publishing them as editions. How one is changed is the ChangeController's. */
final class QuizController extends Controller
{
    /** Findings left as they are that are remembered of one quiz. */
    private const MOST_LEFT = 1000;

    public function __construct(private readonly QuizInspection $inspection, private readonly QuizShelf $shelf)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $request->validate(['archived' => ['nullable', 'in:0,1']]);
        $quizzes = $this->teacher($request)->quizzes()->with('latestEdition')
            ->where('state', $request->boolean('archived') ? '=' : '!=', QuizState::Archived)->orderByDesc('updated_at')->get();

        return new JsonResponse(QuizLine::collection($quizzes));
    }

    public function store(Request $request): JsonResponse
    {
        $request->validate(
            ['title' => ['required', 'string', 'max:200'], 'language' => ['string', 'regex:/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/']],
        );
        $title = $request->string('title')->trim()->value();
        $quiz = $this->shelf->begin($this->teacher($request), $title, $request->string('language', 'en')->value());

        return new JsonResponse($this->whole($quiz, $this->teacher($request)), 201);
    }

    public function show(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return new JsonResponse($this->whole($quiz, $this->teacher($request)));
    }

    /** Freezes an edition of the quiz as it stands, when the inspection finds nothing that stops it. */
    public function publish(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $this->shelf->publish($quiz);

        return new JsonResponse($this->whole($quiz->refresh(), $this->teacher($request)));
    }

    /** With which terms a quiz is given out where nothing else is said. */
    public function suggestedTerms(Quiz $quiz, SuggestedTerms $suggested): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return new JsonResponse(Terms::read(Fields::of($suggested->of($quiz)))->toArray());
    }

    /** What answers so far say against its questions. */
    public function findingsFromAnswers(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz->load('latestEdition'));

        return new JsonResponse(new QuizFindings($this->inspection->fromAnswers($quiz), $quiz->left_findings ?? []));
    }

    /** The teacher has seen a finding and leaves it as it is. */
    public function leaveFinding(Quiz $quiz, string $finding): Response
    {
        return $this->keepLeft($quiz, $finding, static fn (array $left): array => [...$left, $finding]);
    }

    public function takeUpFinding(Quiz $quiz, string $finding): Response
    {
        return $this->keepLeft($quiz, $finding, static fn (array $left): array => array_diff($left, [$finding]));
    }

    public function archive(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $quiz->update(['state' => QuizState::Archived]);

        return new JsonResponse(new QuizLine($quiz->load('latestEdition')));
    }

    public function restore(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $quiz->update(['state' => $quiz->latestEdition === null ? QuizState::Draft : QuizState::Published]);

        return new JsonResponse(new QuizLine($quiz));
    }

    /** @param  callable(list<string>): array<int, string>  $change */
    private function keepLeft(Quiz $quiz, string $finding, callable $change): Response
    {
        $this->authorize('reach', $quiz);
        if (preg_match('/^[0-9a-f]{16}$/', $finding) !== 1) {
            throw Rejected::invalid(
                new Message('problem.quiz.finding-key'),
                [new Fault('/finding', new Message('problem.quiz.finding-key-digits'))],
            );
        }
        DB::transaction(static function () use ($quiz, $change): void {
            $locked = Quiz::query()->lockForUpdate()->findOrFail($quiz->id);
            $left = array_slice(array_values(array_unique($change($locked->left_findings ?? []))), -self::MOST_LEFT);
            // Not a change of the quiz: its place among the latest changed stays.
            $locked->timestamps = false;
            $locked->update(['left_findings' => $left]);
        }, 5);

        return new Response('', 204);
    }

    private function whole(Quiz $quiz, Teacher $teacher): WholeQuiz
    {
        return new WholeQuiz($quiz, $teacher, $this->inspection->of($quiz));
    }
}
