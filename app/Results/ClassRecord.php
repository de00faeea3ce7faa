<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Tasks\TaskProgress;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Record\Figures;
use HiddenLadder\Core\Record\Work;
use HiddenLadder\Core\Round\RoundsSoFar;
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
        $works = $rows = $held = [];
        foreach (Student::inLastNameOrder($class->students()->get()) as $student) {
            $own = $cells = [];
            foreach ($tasks as $task) {
                if (! isset($members["$task->id $student->id"])) {
                    $cells[] = null;

                    continue;
                }
                // Mostly it holds for all: what is read of a task once is not read again for each student.
                $holds = isset($task->exceptions[$student->id])
                    ? self::holding($task->forStudent($student->id))
                    : $held[$task->id] ??= self::holding($task);
                [$own[], $cells[]] = self::cell($task, $holds, $student->id, $rounds["$task->id $student->id"] ?? []);
                $works[$task->id][] = $own[count($own) - 1];
            }
            $rows[] = [
                'id' => $student->id, 'name' => $student->name, 'given' => $student->given_name, 'family' => $student->family_name,
                'number' => $student->outside_number, 'mean' => Figures::mean($own, false), 'meanWithMissing' => Figures::mean($own, true),
                'missing' => count(array_filter($own, static fn (Work $work): bool => $work->isMissing())), 'cells' => $cells,
            ];
        }

        return [
            'units' => array_values($all->map(static fn (Task $task): ?string => $task->unit?->name)->filter()->unique()->sort()->all()),
            'tasks' => array_values($tasks->map(
                static fn (Task $task): array => self::task($task) + Figures::spread($works[$task->id] ?? []),
            )->all()),
            'students' => $rows,
        ];
    }

    /**
     * One task alone: what counts of each student it is for, and how it holds for them.
     *
     * @return list<array{student: Student, task: Task, work: Work, rounds: RoundsSoFar, isProvisional: bool}>
     */
    public function ofTask(Task $task): array
    {
        $only = new Collection([$task]);
        $this->settle($only);
        $rounds = $this->rounds($only);
        $all = [];
        foreach ($task->students() as $student) {
            $own = $task->forStudent($student->id);
            $of = $rounds["$task->id $student->id"] ?? [];
            $holds = self::holding($own);
            [$work, $cell] = self::cell($task, $holds, $student->id, $of);
            $all[] = [
                'student' => $student, 'task' => $own, 'work' => $work, 'rounds' => self::soFar($holds['terms'], $of),
                'isProvisional' => $cell['provisional'] === true,
            ];
        }

        return $all;
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

    /** @return array{terms: Terms, due: ?string, isReleased: bool, isOver: bool} with the time it is due as the database writes it */
    private static function holding(Task $task): array
    {
        $due = $task->due_at ?? $task->closes_at;

        return [
            'terms' => Terms::read(Fields::of($task->terms)),
            'due' => $task->due_at?->utc()->format('Y-m-d H:i:s.v'),
            'isReleased' => $task->released_at !== null,
            'isOver' => $task->state() === TaskState::Closed || ($due !== null && $due->isPast()),
        ];
    }

    /**
     * @param  array{terms: Terms, due: ?string, isReleased: bool, isOver: bool}  $holds  for the student
     * @param  list<\stdClass>  $rounds
     * @return array{Work, array<string, mixed>}
     */
    private static function cell(Task $task, array $holds, string $student, array $rounds): array
    {
        $soFar = self::soFar($holds['terms'], $rounds);
        $sum = static fn (string $of): int => (int) array_sum(array_column($rounds, $of));
        $ends = array_values(array_filter(array_column($rounds, 'finished_at'), is_string(...)));
        $work = new Work(
            $task->weight,
            $soFar->score(),
            $rounds === [] ? 0.0 : (float) max(array_column($rounds, 'done')),
            $holds['isOver'] && ! $task->optional,
            $task->excuses($student),
        );

        return [$work, [
            'score' => $work->score, 'done' => $work->done, 'rounds' => count($rounds),
            'missing' => $work->isMissing(), 'excused' => $work->isExcused, 'released' => $holds['isReleased'],
            'late' => $holds['due'] !== null && $ends !== [] && $ends[0] > $holds['due'],
            'provisional' => $sum('unread') > 0,
            'beganAt' => self::iso($rounds[0]->started_at ?? null), 'endedAt' => self::iso($ends[count($ends) - 1] ?? null),
            'answered' => $sum('answered'), 'commented' => $sum('commented'),
        ]];
    }

    /** @param  list<\stdClass>  $rounds */
    private static function soFar(Terms $terms, array $rounds): RoundsSoFar
    {
        return RoundsSoFar::of($terms, array_map(static fn (\stdClass $round): array => [
            'score' => $round->score === null ? null : (float) $round->score,
            'finishedMs' => $round->finished_at === null ? null : (int) strtotime("$round->finished_at UTC") * 1000,
        ], $rounds));
    }

    /** A time as the database writes it (UTC), as it is sent. */
    private static function iso(?string $time): ?string
    {
        return $time === null ? null : str_replace(' ', 'T', substr($time, 0, 19)).'Z';
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
            ->groupBy('task_id')->selectRaw('task_id, max(interrupted) as interrupted')->toBase()->pluck('interrupted', 'task_id');
        foreach ($tasks as $task) {
            if ($open->has($task->id) && ($task->ownTimes() !== [] || ! $task->state()->isRunning() || (bool) $open->get($task->id))) {
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
     * @return array<string, list<\stdClass>> what rounds came to, in order, by the task they count in and their student
     */
    private function rounds(Collection $tasks): array
    {
        // As rows: there are thousands, and a model each would take longer than to ask for them.
        $rows = TaskProgress::rounds($tasks->modelKeys())->orderBy('rounds.number')->get([
            'rounds.student_id', 'rounds.score', 'rounds.done', 'rounds.answered', 'rounds.commented', 'rounds.unread',
            'rounds.started_at', 'rounds.finished_at', 'counting.for_task',
        ]);
        $rounds = [];
        foreach ($rows as $row) {
            $rounds["$row->for_task $row->student_id"][] = $row;
        }

        return $rounds;
    }
}
