<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Problem;
use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\AssignmentState;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\Gating;
use HiddenLadder\App\Rounds\DepthProfiles;
use HiddenLadder\App\Rounds\Editions;
use HiddenLadder\App\Rounds\Lookout;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\EventKind;
use HiddenLadder\Core\Round\Fact;
use HiddenLadder\Core\Round\Folded;
use HiddenLadder\Core\Round\QuestionView;
use HiddenLadder\Core\Round\Terms;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;

/** Giving a quiz to a class, and seeing how it goes. */
final class AssignmentController extends Controller
{
    public function store(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['quiz' => ['required', 'string'], 'dueAt' => ['nullable', 'date']]);
        $quiz = Quiz::query()->findOrFail($request->string('quiz')->value());
        $this->authorize('reach', $quiz);
        if ($quiz->latestEdition === null) {
            throw new Problem(409, 'not-published', 'Publish this quiz before you give it to a class.');
        }
        $terms = $this->terms($request, $quiz);
        $assignment = Assignment::query()->create([
            'class_id' => $class->id,
            'quiz_id' => $quiz->id,
            'state' => AssignmentState::Open,
            'terms' => $terms->toArray(),
            'due_at' => self::time($request->input('dueAt')),
        ]);

        return new JsonResponse(self::line($assignment->load(['quiz', 'class'])), 201);
    }

    public function update(Request $request, Assignment $assignment): JsonResponse
    {
        $this->authorize('reach', $assignment->load('class'));
        $request->validate([
            'state' => [Rule::in([AssignmentState::Open->value, AssignmentState::Closed->value])],
            'dueAt' => ['nullable', 'date'],
            'released' => ['boolean'],
        ]);
        if ($request->has('state')) {
            $assignment->state = AssignmentState::from($request->string('state')->value());
            $assignment->closed_at = $assignment->state === AssignmentState::Closed ? $assignment->closed_at ?? CarbonImmutable::now() : null;
        }
        if ($request->has('dueAt')) {
            $assignment->due_at = self::time($request->input('dueAt'));
        }
        if ($request->has('released')) {
            $assignment->released_at = $request->boolean('released') ? CarbonImmutable::now() : null;
        }
        if ($request->has('terms')) {
            $assignment->terms = $this->terms($request, $assignment->quiz)->toArray();
        }
        $assignment->save();

        return new JsonResponse(self::line($assignment->load('quiz')));
    }

    /** The assignment with the edition that rounds now begin on. */
    public function show(Assignment $assignment, Editions $editions): JsonResponse
    {
        $this->authorize('reach', $assignment->load(['class', 'quiz.latestEdition.corrections']));
        $edition = $assignment->quiz->latestEdition;
        assert($edition !== null);

        $terms = Terms::read(Fields::of($assignment->terms));

        return new JsonResponse(self::line($assignment) + [
            'terms' => $terms->toArray(),
            ...TermsController::words($terms),
            'edition' => $edition->number,
            'document' => $editions->document($edition),
        ]);
    }

    public function lookout(Assignment $assignment, Lookout $lookout): JsonResponse
    {
        $this->authorize('reach', $assignment->load(['class', 'quiz.latestEdition.corrections']));

        return new JsonResponse($lookout->of($assignment));
    }

    /** Everything one student did in this assignment, in order. */
    public function studentWalks(Assignment $assignment, string $student, RoundBook $book): JsonResponse
    {
        $this->authorize('reach', $assignment->load('class'));
        $found = Student::query()->whereHas('classes', static fn ($classes) => $classes->whereKey($assignment->class_id))->findOrFail($student);
        $rounds = $assignment->rounds()->where('student_id', $found->id)->with('events')->orderBy('number')->get();
        $walks = $rounds->map(function (Round $round) use ($book): array {
            $folded = $book->fold($round, withFacts: true);

            return self::walk($round, $folded, $book->quiz($round), $book->terms($round));
        });

        return new JsonResponse([
            'id' => $found->id,
            'name' => $found->name,
            'extraTime' => $found->extra_time,
            'rounds' => $walks->all(),
        ]);
    }

    /**
     * A round as it reads now: results under the corrections in force, the path as it was.
     *
     * @return array<string, mixed>
     */
    private static function walk(Round $round, Folded $folded, QuizDocument $quiz, Terms $terms): array
    {
        $records = [];
        foreach ($folded->state->records as $id => $record) {
            $question = $quiz->question($record->standIn ?? $id);
            $records[$id] = [
                'standing' => $record->standing->value,
                'share' => $record->share,
                'own' => $record->response === null || $question === null ? null : (new QuestionView($question, $terms, ''))->own($record->response),
                'files' => $record->response?->as === 'files' ? $record->response->list : [],
                'judged' => $record->judged,
                'overruled' => $record->overruled,
                'comment' => $record->comment,
            ];
        }

        return [
            'id' => $round->id,
            'number' => $round->number,
            'startedAt' => $round->started_at->toIso8601ZuluString('millisecond'),
            'finishedAt' => $round->finished_at?->toIso8601ZuluString('millisecond'),
            'score' => $round->score,
            'mastered' => $round->mastered,
            'records' => (object) $records,
            'events' => $round->events->map(static fn (RoundEvent $event, int $index): array => [
                'number' => $event->number,
                'kind' => $event->kind,
                'at' => $event->taken_ms,
                'data' => (object) $event->data,
                'facts' => array_map(static fn (Fact $fact): array => $fact->toArray(), $folded->facts[$index] ?? []),
            ])->all(),
        ];
    }

    /** A person's word on an answer: a share of the points with a comment, or sent back. It is an event of the round. */
    public function overrule(Request $request, Assignment $assignment, string $round, RoundBook $book): Response
    {
        $this->authorize('reach', $assignment->load('class'));
        $event = Event::read(EventKind::Overruled->value, Fields::of($request->json()->all()));
        DB::transaction(function () use ($assignment, $round, $event, $book): void {
            $locked = $assignment->rounds()->lockForUpdate()->findOrFail($round);
            $book->append($locked, Ulids::make(), $event, null, (int) now()->valueOf());
        }, 5);

        return new Response('', 204);
    }

    /**
     * The terms that are sent, else the quiz's suggested ones.
     *
     * @throws Problem when quizzes would wait for each other
     */
    private function terms(Request $request, Quiz $quiz): Terms
    {
        $sent = $request->input('terms');
        $terms = Terms::read(Fields::of($sent ?? $quiz->latestEdition?->document['terms'] ?? [], '/terms'));
        if (Gating::circle($quiz, $terms) !== []) {
            throw Problem::invalid('These quizzes would wait for each other, and none could ever be opened.', [['pointer' => '/terms/gates', 'reason' => 'They form a circle.']]);
        }

        return $terms;
    }

    /** @return array<string, mixed> */
    public static function line(Assignment $assignment): array
    {
        $rounds = $assignment->rounds();

        return [
            'id' => $assignment->id,
            'quiz' => $assignment->quiz_id,
            'title' => $assignment->quiz->title,
            'class' => ['id' => $assignment->class->id, 'name' => $assignment->class->name],
            'state' => $assignment->state->value,
            'dueAt' => $assignment->due_at?->toIso8601ZuluString(),
            'releasedAt' => $assignment->released_at?->toIso8601ZuluString(),
            'givenAt' => $assignment->created_at->toIso8601ZuluString(),
            'students' => $assignment->class->students()->count(),
            'started' => (clone $rounds)->distinct()->count('student_id'),
            'finished' => (clone $rounds)->whereNotNull('finished_at')->distinct()->count('student_id'),
            'depths' => app(DepthProfiles::class)->of($assignment),
        ];
    }

    private static function time(mixed $written): ?CarbonImmutable
    {
        return is_string($written) && $written !== '' ? CarbonImmutable::parse($written)->utc() : null;
    }
}
