<?php

declare(strict_types=1);

namespace HiddenLadder\App\Pile;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Tasks\Giving;

/** An answer that is sent back in a task that is closed: for its student the task opens for some days, so that they can write again. */
final class WritingAgain
{
    private const DAYS = 7;

    public function __construct(private readonly Giving $giving)
    {
    }

    /**
     * @param  Task  $own  as it is for the student
     * @return ?CarbonImmutable until when it would be open for them; null where it is not closed
     */
    public static function until(Task $own): ?CarbonImmutable
    {
        return $own->state() === TaskState::Closed ? CarbonImmutable::now()->startOfMinute()->addDays(self::DAYS) : null;
    }

    public function open(Round $round): void
    {
        $until = self::until($round->ownTask());
        if ($until !== null) {
            $this->giving->openUntil($round->task, $round->student_id, $until);
        }
    }
}
