<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Rounds\OwnRounds;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Tasks\TaskProgress;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Record\Figures;
use HiddenLadder\Core\Record\Work;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;

/** A class by its tasks: what counts of each student, and how it is spread. Made from what rounds came to, never from their events. */
final class ClassRecord
{
    public function __construct(private readonly RoundBook $book)
    {
    }

    /**
     * @param  ?string  $unit  only its tasks, by the unit's name
     * @return array<string, mixed>
     */
    public function of(SchoolClass $class, ?string $unit): array
    {
        $all = $class->tasks()->notAtOnce()->whereNull('taken_back_at')->with(['quiz:id,title', 'unit'])
            ->reorder()->orderBy('created_at')->orderBy('id')->get();
        $tasks = $all->filter(static fn (Task $task): bool => $unit === null || $task->unit?->name === $unit)->values();
        $this->settle($tasks);
        $members = $this->members($tasks);
        $rounds = $this->rounds($tasks);
        $part = $this->takingPart($tasks);
        $works = $rows = [];
        foreach (Student::inLastNameOrder($class->students()->get()) as $student) {
            $own = $cells = [];
            foreach ($tasks as $task) {
                $isFor = isset($members["$task->id $student->id"]);
                $told = $isFor ? $this->cell($task, $student->id, $rounds["$task->id $student->id"] ?? new Collection) : null;
                if ($told !== null) {
                    $own[] = $works[$task->id][] = $told['work'];
                }
                $cells[] = $told === null ? null : $told['cell'] + ($part["$task->id $student->id"] ?? ['answered' => 0, 'commented' => 0]);
            }
            $rows[] = [
                'id' => $student->id, 'name' => $student->name, 'given' => $student->given_name, 'family' => $student->family_name,
                'number' => $student->outside_number, 'mean' => Figures::mean($own, false), 'meanWithMissing' => Figures::mean($own, true),
                'missing' => count(array_filter($own, static fn (Work $work): bool => $work->isMissing())), 'cells' => $cells,
            ];
        }

        return [
            'units' => array_values($all->map(static fn (Task $task): ?string => $task->unit?->name)->filter()->unique()->sort()->all()),
            'tasks' => array_values($tasks->map(static fn (Task $task): array => self::task($task) + Figures::spread($works[$task->id] ?? []))->all()),
            'students' => $rows,
        ];
    }

    /** @return array<string, mixed> */
    private static function task(Task $task): array
    {
        return [
            'id' => $task->id, 'title' => $task->quiz->title, 'unit' => $task->unit?->name, 'weight' => $task->weight,
            'optional' => $task->optional, 'state' => $task->state()->value, 'givenAt' => $task->created_at->toIso8601ZuluString(),
            'dueAt' => $task->due_at?->toIso8601ZuluString(), 'closesAt' => $task->closes_at?->toIso8601ZuluString(),
            'releasedAt' => $task->released_at?->toIso8601ZuluString(),
            'scoreSeen' => Terms::read(Fields::of($task->terms))->seen[Sight::Score->value]->value,
        ];
    }

    /**
     * @param  Collection<int, Round>  $rounds
     * @return array{cell: array<string, mixed>, work: Work}
     */
    private function cell(Task $task, string $student, Collection $rounds): array
    {
        $own = OwnRounds::from($student, $task, $rounds);
        $due = $own->task->due_at ?? $own->task->closes_at;
        $isOver = $own->task->state() === TaskState::Closed || ($due !== null && $due->isPast());
        $first = $own->done()->first();
        $work = new Work(
            $task->weight,
            $rounds->isEmpty() ? null : $own->soFar()->score(),
            (float) $rounds->max('done'),
            $isOver && ! $task->optional,
            $task->excuses($student),
        );

        return ['work' => $work, 'cell' => [
            'score' => $work->score, 'done' => $work->done, 'rounds' => $rounds->count(),
            'missing' => $work->isMissing(), 'excused' => $work->isExcused,
            'late' => $own->task->due_at !== null && $first?->finished_at?->isAfter($own->task->due_at) === true,
            'provisional' => $rounds->sum('unread') > 0,
            'beganAt' => $rounds->first()?->started_at?->toIso8601ZuluString(),
            'endedAt' => $own->lastDone()?->finished_at?->toIso8601ZuluString(),
        ]];
    }

    /**
     * What was under way when its task closed has come to what it is; asked once for all tasks, since mostly there is none.
     *
     * @param  Collection<int, Task>  $tasks
     */
    private function settle(Collection $tasks): void
    {
        $open = Round::query()->ofKind(RoundKind::Task)->whereIn('task_id', $tasks->modelKeys())
            ->where(static fn (Builder $either) => $either->whereNull('finished_at')->orWhere('interrupted', true))
            ->distinct()->toBase()->pluck('interrupted', 'task_id');
        foreach ($tasks as $task) {
            if ($open->has($task->id) && ($task->exceptions !== null || ! $task->state()->isRunning() || (bool) $open->get($task->id))) {
                $this->book->settle($task);
            }
        }
    }

    /**
     * @param  Collection<int, Task>  $tasks
     * @return array<string, true> whom each task is for, by task and student
     */
    private function members(Collection $tasks): array
    {
        $members = [];
        foreach (TaskProgress::members($tasks->modelKeys())->get() as $row) {
            $members["$row->task_id $row->student_id"] = true;
        }

        return $members;
    }

    /**
     * @param  Collection<int, Task>  $tasks
     * @return array<string, Collection<int, Round>> in order, by the task they count in and their student
     */
    private function rounds(Collection $tasks): array
    {
        $rounds = self::counting(Round::query(), $tasks)->orderBy('rounds.number')->select([
            'rounds.id', 'rounds.task_id', 'rounds.student_id', 'rounds.kind', 'rounds.number', 'rounds.score', 'rounds.done', 'rounds.unread',
            'rounds.started_at', 'rounds.finished_at', 'counting.for_task',
        ])->get();

        return $rounds->groupBy(static fn (Round $round): string => "{$round->getAttribute('for_task')} $round->student_id")->all();
    }

    /**
     * How often each took part: answers given and comments written, whatever became of them.
     *
     * @param  Collection<int, Task>  $tasks
     * @return array<string, array{answered: int, commented: int}> by task and student
     */
    private function takingPart(Collection $tasks): array
    {
        $counts = [];
        $kinds = [EventKind::Answered->value, EventKind::Commented->value];
        $rows = self::counting(Round::query(), $tasks)->join('round_events', 'round_events.round_id', '=', 'rounds.id')
            ->whereIn('round_events.kind', $kinds)->groupBy('counting.for_task', 'rounds.student_id', 'round_events.kind')
            ->selectRaw('counting.for_task, rounds.student_id, round_events.kind, count(*) as times')->toBase()->get();
        foreach ($rows as $row) {
            $of = &$counts["$row->for_task $row->student_id"];
            $of ??= ['answered' => 0, 'commented' => 0];
            $of[$row->kind === EventKind::Answered->value ? 'answered' : 'commented'] = (int) $row->times;
        }

        return $counts;
    }

    /**
     * @param  Builder<Round>  $rounds
     * @param  Collection<int, Task>  $tasks
     * @return Builder<Round> those that count in one of the tasks (`counting.for_task`)
     */
    private static function counting(Builder $rounds, Collection $tasks): Builder
    {
        $counting = TaskProgress::counting($tasks->modelKeys())->select(['members.task_id as for_task', 'members.student_id', 'counted.counts']);

        return $rounds->ofKind(RoundKind::Task)->joinSub($counting, 'counting', static fn ($join) => $join
            ->on('rounds.task_id', '=', 'counting.counts')->on('rounds.student_id', '=', 'counting.student_id'));
    }
}
