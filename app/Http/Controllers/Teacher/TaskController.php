<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\RoundWalk;
use HiddenLadder\App\Http\Resources\TaskLine;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\App\Tasks\Gating;
use HiddenLadder\App\Tasks\Lookout;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Terms\TermsInWords;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Giving a quiz to a class, and seeing how it goes. */
final class TaskController extends Controller
{
    public function __construct(private readonly Editions $editions)
    {
    }

    public function store(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['quiz' => ['required', 'string'], 'dueAt' => ['nullable', 'date']]);
        $quiz = Quiz::query()->findOrFail($request->string('quiz')->value());
        $this->authorize('reach', $quiz);
        if ($quiz->latestEdition === null) {
            throw new Rejected(Reason::NotPublished, new Message('problem.task.publish-first'));
        }
        $terms = $this->terms($request, $quiz);
        $task = Task::query()->create([
            'teacher_id' => $this->teacher($request)->id,
            'class_id' => $class->id,
            'quiz_id' => $quiz->id,
            'terms' => $terms->toArray(),
            'due_at' => self::time($request->input('dueAt')),
        ]);

        return new JsonResponse(TaskLine::of($task), 201);
    }

    public function update(Request $request, Task $task, RoundBook $book): JsonResponse
    {
        $this->authorize('reach', $task->load('class'));
        $request->validate([
            'closed' => ['boolean'],
            'dueAt' => ['nullable', 'date'],
            'released' => ['boolean'],
        ]);
        if ($request->has('closed')) {
            $this->close($task, $request->boolean('closed'));
        }
        if ($request->has('dueAt')) {
            $task->due_at = self::time($request->input('dueAt'));
        }
        if ($request->has('released')) {
            $task->released_at = $request->boolean('released') ? CarbonImmutable::now() : null;
        }
        if ($request->has('terms')) {
            $task->terms = $this->terms($request, $task->quiz)->toArray();
        }
        $task->save();
        $book->settle($task);

        return new JsonResponse(TaskLine::of($task));
    }

    /** Now, or opened again: a closing time that has passed then no longer holds. */
    private function close(Task $task, bool $closed): void
    {
        $isClosed = $task->state() === TaskState::Closed;
        if ($closed !== $isClosed) {
            $task->closes_at = $closed ? CarbonImmutable::now() : null;
        }
    }

    /** The task with the edition that rounds now begin on. */
    public function show(Task $task): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz:id,title', 'quiz.latestEdition']));
        $edition = $task->quiz->latestEdition;
        assert($edition !== null);

        $terms = Terms::read(Fields::of($task->terms));

        return new JsonResponse(TaskLine::of($task)->resolve() + [
            'terms' => $terms->toArray(),
            ...$this->said(['sentences' => TermsInWords::sentences($terms), 'consequences' => TermsInWords::consequences($terms)]),
            'edition' => $edition->number,
            'document' => $this->editions->document($edition),
        ]);
    }

    /** As long as nothing changes it is answered by 304 (RFC 9110, 15.4.5), since it is asked for every two seconds. */
    public function lookout(Request $request, Task $task, Lookout $lookout): JsonResponse
    {
        $this->authorize('reach', $task);
        $response = (new JsonResponse)->setEtag($lookout->stamp($task));

        return $response->isNotModified($request) ? $response : $response->setData($lookout->of($task));
    }

    /** Everything one student did in this task, in order. */
    public function studentWalks(Task $task, string $student, RoundBook $book, RoundRules $rules): JsonResponse
    {
        $this->authorize('reach', $task->load('class'));
        $found = self::concerned($task, $student);
        $rounds = $task->rounds()->where('student_id', $found->id)->orderBy('number')->get();
        $walks = $rounds->map(static function (Round $round) use ($book, $rules): RoundWalk {
            $round = $book->upToDate($round)->load('events');

            return new RoundWalk($round, $book->fold($round, withFacts: true), $rules->quiz($round), $rules->terms($round));
        });

        return new JsonResponse([
            'id' => $found->id,
            'name' => $found->name,
            'extraTime' => $found->extra_time,
            'rounds' => $walks->all(),
        ]);
    }

    /** Whom the task is for, or who has done something in it, also where they were taken out since. */
    private static function concerned(Task $task, string $student): Student
    {
        return $task->students()->find($student) ?? Student::query()->whereRelation('rounds', 'task_id', $task->id)->findOrFail($student);
    }

    /** A person's word on an answer: a share of the points with a comment, or sent back. It is an event of the round. */
    public function overrule(Request $request, Task $task, string $round, RoundBook $book): Response
    {
        $this->authorize('reach', $task->load('class'));
        $book->overrule(
            $round,
            static fn (Round $found) => abort_unless($found->task_id === $task->id, 404),
            Overruled::fromData(Fields::of($request->json()->all())),
        );

        return new Response('', 204);
    }

    /**
     * The terms that are sent, else the quiz's suggested ones.
     *
     * @throws Rejected when quizzes would wait for each other
     */
    private function terms(Request $request, Quiz $quiz): Terms
    {
        $sent = $request->input('terms');
        $terms = Terms::read(Fields::of($sent ?? $this->suggested($quiz), '/terms'));
        if (Gating::circle($quiz, $terms) !== []) {
            throw Rejected::invalid(
                new Message('problem.task.gates-in-a-circle'),
                [new Fault('/terms/gates', new Message('problem.task.circle'))],
            );
        }

        return $terms;
    }

    /** @return array<array-key, mixed> terms that the quiz suggests */
    private function suggested(Quiz $quiz): array
    {
        $edition = $quiz->latestEdition;
        $terms = $edition === null ? null : $this->editions->document($edition)['terms'] ?? null;

        return is_array($terms) ? $terms : [];
    }

    private static function time(mixed $written): ?CarbonImmutable
    {
        return is_string($written) && $written !== '' ? CarbonImmutable::parse($written)->utc() : null;
    }
}
