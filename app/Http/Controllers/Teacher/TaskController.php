<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\RoundWalk;
use HiddenLadder\App\Http\Resources\TaskLine;
use HiddenLadder\App\Http\TaskMembers;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\StudentKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Pile\Pile;
use HiddenLadder\App\Pile\WritingAgain;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\App\School\Doorway;
use HiddenLadder\App\Tasks\Giving;
use HiddenLadder\App\Tasks\Lookout;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Terms\TermsInWords;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** A task: how it goes, and how it is given from now on. */
final class TaskController extends Controller
{
    public function __construct(private readonly Editions $editions)
    {
    }

    public function update(Request $request, Task $task, RoundBook $book, Giving $giving): JsonResponse
    {
        $this->authorize('reach', $task->load('class'));
        $request->validate([
            'together' => ['boolean'], 'closed' => ['boolean'], 'released' => ['boolean'], 'takenBack' => ['boolean'],
            ...TaskMembers::rules(),
        ]);
        // What was given to several classes at once is changed for all of them at once, where that is wished.
        $tasks = $request->boolean('together') && $task->given_together !== null
            ? Task::query()->where('given_together', $task->given_together)->where('teacher_id', $task->teacher_id)->with('class')->get()
            : new Collection([$task]);
        DB::transaction(function () use ($request, $tasks, $book, $giving): void {
            foreach ($tasks as $one) {
                $this->change($request, $one, $book, $giving);
            }
        }, 5);

        return new JsonResponse(TaskLine::of($task->refresh()));
    }

    private function change(Request $request, Task $task, RoundBook $book, Giving $giving): void
    {
        $task->fill(TaskMembers::of($request));
        if ($request->has('closed')) {
            $this->close($task, $request->boolean('closed'));
        }
        if ($request->has('takenBack') && $request->boolean('takenBack') === ($task->taken_back_at === null)) {
            $task->taken_back_at = $request->boolean('takenBack') ? CarbonImmutable::now() : null;
        }
        if ($request->has('released')) {
            $task->released_at = $request->boolean('released') ? CarbonImmutable::now() : null;
            $task->exceptions = Giving::releasedAsAll($task->exceptions);
        }
        if ($request->has('unit')) {
            $task->unit_id = $giving->unit($this->teacher($request), $request->string('unit')->value());
            $task->unsetRelation('unit');
        }
        if ($request->has('terms')) {
            $terms = Terms::read(Fields::of($request->input('terms'), '/terms'));
            Giving::checkGates($task->quiz, $terms);
            $task->terms = $terms->toArray();
        }
        // A closing by hand comes when it comes.
        if (! $request->has('closed')) {
            Giving::inOrder($task);
        }
        $task->save();
        $book->settle($task);
    }

    /** Now, or opened again: it closes then when it was to close, unless that has passed. */
    private function close(Task $task, bool $closed): void
    {
        $isClosed = $task->state() === TaskState::Closed;
        if ($closed !== $isClosed) {
            $planned = $closed ? $task->closes_at : $task->planned_closes_at;
            $isAhead = $planned !== null && $planned->isFuture();
            $task->planned_closes_at = $closed && $isAhead ? $planned : null;
            $task->closes_at = match (true) {
                $closed => CarbonImmutable::now(),
                $isAhead => $planned,
                default => null,
            };
        }
    }

    /** The task with the edition that rounds now begin on. */
    public function show(Task $task, Pile $pile): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz:id,title', 'quiz.latestEdition']));
        $edition = $task->quiz->latestEdition;
        assert($edition !== null);

        $terms = Terms::read(Fields::of($task->terms));

        return new JsonResponse(TaskLine::of($task)->resolve() + [
            'terms' => $terms->toArray(),
            ...$this->said([
                'sentences' => TermsInWords::sentences($terms),
                'consequences' => TermsInWords::consequences($terms, $task->closes_at !== null),
            ]),
            'wayIn' => $task->way_in->value,
            'givenTogether' => $task->given_together !== null,
            'waysIn' => array_column(Doorway::ofTask($task)->ways(), 'value'),
            'live' => Live::channelOf($task),
            'sitting' => $task->class_id === null ? null : Sitting::query()->where('open_for', $task->class_id)->value('id'),
            'unread' => $pile->count($task),
            'link' => $task->link,
            'password' => $task->password,
            'named' => $task->named()->where('kind', StudentKind::Roster)->pluck('students.id')->all(),
            'exceptions' => self::exceptions($task),
            ...$this->edition($edition),
        ]);
    }

    /** An edition that rounds of the task are walked on, as it reads under the corrections in force. */
    public function ofEdition(Task $task, string $number): JsonResponse
    {
        $this->authorize('reach', $task->load('class'));

        return new JsonResponse($this->edition(Edition::query()->where(['quiz_id' => $task->quiz_id, 'number' => $number])->firstOrFail()));
    }

    /** @return array<string, mixed> */
    private function edition(Edition $edition): array
    {
        return ['edition' => $edition->number, 'document' => $this->editions->document($edition)];
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
        $rounds = $task->allRounds()->where('student_id', $found->id)->get()
            ->sortBy([['started_at', 'asc'], ['number', 'asc']])->values()
            ->map(static fn (Round $round): Round => $book->upToDate($round)->load(['events', 'sheets']));
        $numbers = Edition::query()->where('quiz_id', $task->quiz_id)->pluck('number', 'id')->all();
        $walks = $rounds->map(static fn (Round $round): RoundWalk => new RoundWalk(
            $round,
            $numbers[$round->edition_id],
            $book->fold($round, withFacts: true),
            $rules->quiz($round),
            $rules->terms($round),
        ));

        return new JsonResponse([
            'id' => $found->id,
            'name' => $found->name,
            'extraTime' => $found->extra_time,
            'opensUntil' => WritingAgain::until($task->forStudent($found->id))?->toIso8601ZuluString(),
            'persons' => (object) self::persons($rounds),
            'rounds' => $walks->all(),
        ]);
    }

    /**
     * @param  Collection<int, Round>  $rounds  with their events
     * @return array<string, string> names of those who said something to an answer, by id
     */
    private static function persons(Collection $rounds): array
    {
        $by = static fn (RoundEvent $event): mixed => $event->data['by'] ?? null;
        $ids = $rounds->flatMap(static fn (Round $round) => $round->events->map($by));

        return Teacher::query()->findMany($ids->filter()->unique()->values()->all())->pluck('name', 'id')->all();
    }

    /** @return list<array<string, mixed>> what holds otherwise for single students */
    private static function exceptions(Task $task): array
    {
        $names = Student::query()->whereKey(array_keys($task->ownTimes()))->get()->keyBy('id');
        $told = [];
        foreach ($task->ownTimes() as $student => $otherwise) {
            $own = $task->forStudent($student);
            $told[] = [
                'student' => $student, 'name' => $names->get($student)->name ?? '',
                'dueAt' => $own->due_at?->toIso8601ZuluString(), 'closesAt' => $own->closes_at?->toIso8601ZuluString(),
                'terms' => isset($otherwise['terms']) ? $own->terms : null,
                'differs' => array_values(array_intersect(['dueAt', 'closesAt', 'terms', 'lifted'], array_keys($otherwise))),
            ];
        }

        return $told;
    }

    /** Whom the task is for, or who has done something in it, also where they were taken out since. */
    private static function concerned(Task $task, string $student): Student
    {
        return $task->students()->find($student) ?? Student::query()
            ->whereIn('id', $task->allRounds()->select('student_id'))->findOrFail($student);
    }
}
