<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use Closure;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\QuizFindings;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizChange;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Quizzes\QuizChanges;
use HiddenLadder\App\Quizzes\QuizInspection;
use HiddenLadder\App\Quizzes\SentChange;
use HiddenLadder\App\Quizzes\Steps;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Changing a quiz: by changes alone, each of which can be taken back. */
final class ChangeController extends Controller
{
    /** Entries of the history at a time. */
    private const PAGE = 100;

    public function __construct(private readonly QuizChanges $changes, private readonly QuizInspection $inspection)
    {
    }

    public function store(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $sent = SentChange::of($request);
        $taken = $this->changes->take($quiz, $this->teacher($request), $sent);

        return $this->told($request, $quiz, $sent->version, $taken);
    }

    public function undo(Request $request, Quiz $quiz): JsonResponse
    {
        return $this->step($request, $quiz, $this->changes->undo(...));
    }

    public function redo(Request $request, Quiz $quiz): JsonResponse
    {
        return $this->step($request, $quiz, $this->changes->redo(...));
    }

    /** What was changed since a version, here and elsewhere. */
    public function since(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $request->validate(['since' => ['required', 'integer', 'min:0']]);

        return $this->told($request, $quiz, $request->integer('since'), null);
    }

    /** The diary of a quiz, the newest first. */
    public function history(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $request->validate(['before' => ['integer', 'min:1']]);
        $entries = [];
        $more = false;
        $changes = $quiz->changes()->with('teacher:id,name')->when(
            $request->has('before'),
            static fn ($query) => $query->where('number', '<', $request->integer('before')),
        )
            ->select(['quiz_id', 'number', 'teacher_id', 'kind', 'label', 'member', 'unfit', 'made_at'])->orderByDesc('number')->lazy(500);
        foreach ($changes as $change) {
            $last = array_key_last($entries);
            if ($last !== null && self::isOneEntry($entries[$last]['first'], $change)) {
                $entries[$last]['first'] = $change;

                continue;
            }
            if (count($entries) === self::PAGE) {
                $more = true;
                break;
            }
            $entries[] = ['last' => $change, 'first' => $change];
        }

        return new JsonResponse(['entries' => array_map(static fn (array $entry): array => [
            'number' => $entry['last']->number,
            'label' => $entry['last']->label,
            'by' => $entry['last']->teacher->name,
            'kind' => $entry['last']->kind->value,
            'applied' => $entry['last']->isApplied(),
            'at' => $entry['last']->made_at->toIso8601ZuluString('millisecond'),
            'from' => $entry['first']->number,
        ], $entries), 'more' => $more]);
    }

    /** The document as it was after a change; 0 is what it was before the first. */
    public function moment(Quiz $quiz, string $number): JsonResponse
    {
        $this->authorize('reach', $quiz);
        if (preg_match('/^\d{1,9}$/D', $number) !== 1 || (int) $number > $quiz->version) {
            throw new Rejected(Reason::NotFound, new Message('problem.quiz.no-such-moment'));
        }

        return new JsonResponse(['number' => (int) $number, 'document' => json_decode($this->changes->at($quiz, (int) $number)->json())]);
    }

    /** @param  Closure(Quiz, Teacher, string): QuizChange  $take */
    private function step(Request $request, Quiz $quiz, Closure $take): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $fields = Fields::of($request->json()->all())->only(['id', 'version']);

        return $this->told($request, $quiz, $fields->integer('version'), $take($quiz, $this->teacher($request), SentChange::id($fields)));
    }

    private function told(Request $request, Quiz $quiz, int $since, ?QuizChange $taken): JsonResponse
    {
        $teacher = $this->teacher($request);
        $quiz->refresh();
        if ($since > $quiz->version) {
            throw new Rejected(Reason::UnknownVersion, new Message('problem.quiz.unknown-version'), ['version' => $quiz->version]);
        }
        $changes = $since === $quiz->version ? collect() : $this->changes->since($quiz, $since);

        return new JsonResponse([
            'version' => $quiz->version,
            'taken' => $taken?->change_id,
            'changes' => $changes->map(static fn (QuizChange $change): array => [
                'number' => $change->number,
                'id' => $change->change_id,
                'label' => $change->label,
                'by' => $change->teacher->name,
                'own' => $change->teacher_id === $teacher->id,
                'kind' => $change->kind->value,
                'applied' => $change->isApplied(),
                'unfit' => $change->unfit,
                'edits' => json_decode($change->edits),
            ])->all(),
            // What is found may be another though nothing of the quiz was changed: a video has captions now.
            'findings' => $changes->isEmpty() && ! $request->boolean('findings')
                ? null
                : new QuizFindings($this->inspection->of($quiz), $quiz->left_findings ?? []),
        ] + Steps::labels($quiz, $teacher));
    }

    /** One teacher's changes of one kind that are one step are one entry. */
    private static function isOneEntry(QuizChange $later, QuizChange $earlier): bool
    {
        return $later->teacher_id === $earlier->teacher_id
            && $later->kind === $earlier->kind
            && Steps::isOne($earlier->member, $earlier->made_at, $later);
    }
}
