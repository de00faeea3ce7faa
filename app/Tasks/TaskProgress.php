<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tasks;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskAudience;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** How many students a task is for, and how many of them began and finished. Who was taken out does not count any more. */
final readonly class TaskProgress
{
    private function __construct(public int $students, public int $started, public int $finished)
    {
    }

    /**
     * In one query, however many tasks there are.
     *
     * @param  Collection<int, Task>  $tasks
     * @return array<string, self> by the task's id
     */
    public static function of(Collection $tasks): array
    {
        $ids = $tasks->map(static fn (Task $task): string => $task->id)->all();
        $counts = self::counting($ids)
            ->leftJoin('rounds', static fn ($join) => $join
                ->on('rounds.task_id', '=', 'counted.counts')->on('rounds.student_id', '=', 'members.student_id')
                ->where('rounds.kind', RoundKind::Task->value))
            ->groupBy('members.task_id')
            ->selectRaw('members.task_id, count(distinct members.student_id) as students, count(distinct rounds.student_id) as started')
            ->selectRaw('count(distinct case when rounds.finished_at is not null then rounds.student_id end) as finished')
            ->get()->keyBy('task_id');

        return array_map(static function (string $id) use ($counts): self {
            $row = $counts->get($id);

            return new self((int) ($row->students ?? 0), (int) ($row->started ?? 0), (int) ($row->finished ?? 0));
        }, array_combine($ids, $ids));
    }

    /**
     * Whom each task is for (`members`), with the tasks whose rounds count in it (`counted.counts`).
     *
     * @param  array<int, string>  $tasks
     */
    public static function counting(array $tasks): Builder
    {
        return DB::query()->fromSub(self::members($tasks), 'members')
            ->joinSub(self::counted($tasks), 'counted', 'counted.task_id', '=', 'members.task_id');
    }

    /**
     * Rounds that count in tasks, of those for whom the tasks are, as rows; with the task in which each counts (`counting.for_task`). One
     * that counts in two stands there twice.
     *
     * @param  array<int, string>  $tasks
     */
    public static function rounds(array $tasks): Builder
    {
        $counting = self::counting($tasks)->selectRaw('members.task_id as for_task, members.student_id, counted.counts');

        return Round::query()->ofKind(RoundKind::Task)->joinSub($counting, 'counting', static fn ($join) => $join
            ->on('rounds.task_id', '=', 'counting.counts')->on('rounds.student_id', '=', 'counting.student_id'))->toBase();
    }

    /**
     * The tasks whose rounds count in each: itself, and those that were given together with it.
     *
     * @param  array<int, string>  $tasks
     */
    private static function counted(array $tasks): Builder
    {
        return DB::table('tasks')->whereIn('id', $tasks)->selectRaw('id as task_id, id as counts')->union(
            DB::table('tasks', 'others')->join('tasks', 'others.given_together', '=', 'tasks.given_together')->whereIn('tasks.id', $tasks)
                ->selectRaw('tasks.id as task_id, others.id as counts'),
        );
    }

    /**
     * Whom each task is for, as far as they are known.
     *
     * @param  array<int, string>  $tasks
     */
    public static function members(array $tasks): Builder
    {
        $ofClass = DB::table('tasks')->join('enrolments', 'enrolments.class_id', '=', 'tasks.class_id')->whereIn('tasks.id', $tasks)
            ->where('tasks.audience', TaskAudience::WholeClass->value)->whereNull('enrolments.removed_at')
            ->selectRaw('tasks.id as task_id, enrolments.student_id');

        return $ofClass->union(DB::table('task_students')->whereIn('task_id', $tasks)->select(['task_id', 'student_id']));
    }
}
