<?php

declare(strict_types=1);

namespace HiddenLadder\App\Upkeep;

use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Rounds\RoundBook;

/** Ends what is under way in tasks that have closed, whether or not anybody looks: what was answered is marked then. */
final class ClosingTasks
{
    /** Days back: what closed before was ended long ago. */
    private const DAYS = 3;

    public function __invoke(): void
    {
        $closed = Task::query()->inState(TaskState::Closed)->where('closes_at', '>', now()->subDays(self::DAYS));
        // Those for single students close by times of their own.
        $byThemselves = Task::query()->inState(TaskState::Open, TaskState::Due, TaskState::Closed)->whereNotNull('exceptions');
        foreach ([$closed, $byThemselves] as $tasks) {
            $tasks->whereHas('rounds', static fn ($rounds) => $rounds->whereNull('finished_at'));
            foreach ($tasks->lazyById(100) as $task) {
                app(RoundBook::class)->settle($task);
            }
        }
    }
}
