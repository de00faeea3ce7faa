<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;

/**
 * What a task is by its times and the clock. It is stored nowhere: this is the one place that says it, for one task and,
 * as conditions of a query, for many.
 */
enum TaskState: string
{
    /** It has not opened yet. */
    case Planned = 'planned';
    case Open = 'open';
    /** Past its due time and still open: what comes now is marked late. */
    case Due = 'due';
    /** By time or by hand. */
    case Closed = 'closed';
    /** Given by mistake, or no longer meant: students do not see it. */
    case TakenBack = 'taken-back';

    public static function of(Task $task, CarbonImmutable $now): self
    {
        return match (true) {
            $task->taken_back_at !== null => self::TakenBack,
            $task->closes_at !== null && $task->closes_at <= $now => self::Closed,
            $task->opens_at !== null && $task->opens_at > $now => self::Planned,
            $task->due_at !== null && $task->due_at <= $now => self::Due,
            default => self::Open,
        };
    }

    /**
     * Only tasks that are in one of these states at that time.
     *
     * @param  Builder<Task>  $tasks
     * @param  list<self>  $states
     */
    public static function only(Builder $tasks, array $states, CarbonImmutable $now): void
    {
        $time = $now->format('Y-m-d H:i:s.v');
        $tasks->whereIn(
            $tasks->raw(
                "case when taken_back_at is not null then 'taken-back' when closes_at <= '$time' then 'closed' "
            ."when opens_at > '$time' then 'planned' when due_at <= '$time' then 'due' else 'open' end",
            ),
            array_column($states, 'value'),
        );
    }

    /** Rounds may begin and go on. */
    public function isRunning(): bool
    {
        return $this === self::Open || $this === self::Due;
    }
}
