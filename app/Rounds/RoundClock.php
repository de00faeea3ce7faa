<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Reopened;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\State;

/** What the clock says of a round: whether something happens to it by now, and whether what arrives is late. */
final class RoundClock
{
    /** Events made before closing count when they arrive within so many milliseconds after it. */
    private const LATE = 24 * 3600 * 1000;

    /** A device that was seen after the closing has so many milliseconds left to send what it made before. */
    private const LATE_ONCE_SEEN = 10 * 60 * 1000;

    public function __construct(private readonly RoundRules $rules)
    {
    }

    /**
     * Whether an event was made before its task closed and arrives after it.
     *
     * The device says when it was made; it is believed no longer than until the server has seen that device again, and ten
     * minutes more, since what waits there is sent at once.
     *
     * @throws Rejected when it was made after that, or arrives too late
     */
    public function isLate(Round $round, ?int $madeMs): bool
    {
        $task = $round->ownTask();
        if ($round->kind !== RoundKind::Task || $task->state()->isRunning()) {
            return false;
        }
        $now = (int) now()->valueOf();
        $closed = $task->closes_at?->getTimestampMs() ?? 0;
        $seen = $round->seen_after_closing_at?->getTimestampMs();
        if (
            $madeMs === null
            || $madeMs > $closed
            || $now > $closed + self::LATE
            || ($seen !== null && $now > $seen + self::LATE_ONCE_SEEN)
        ) {
            throw new Rejected(Reason::Closed, new Message('problem.round.closed-since'), ['last' => $round->last_event_id]);
        }

        return true;
    }

    /**
     * What happens to a round by the clock or with its task, and has not happened yet.
     *
     * @return array{Event, int}|null with its time
     */
    public function due(Round $round, State $state): ?array
    {
        $now = (int) now()->valueOf();
        $task = $round->ownTask();
        if ($state->interrupted !== null) {
            return $task->state()->isRunning() ? [new Reopened, $now] : null;
        }
        if ($state->isFinished()) {
            return null;
        }
        $ends = $this->rules->engine($round)->roundEnds($state);
        $closes = $this->isClosed($round) ? max($task->closes_at?->getTimestampMs() ?? $now, $round->moved_at->getTimestampMs()) : null;
        if ($ends !== null && $now > $ends + Engine::GRACE && ($closes === null || $ends <= $closes)) {
            return [new TimedOut(null), $now];
        }

        return $closes === null ? null : [new Closed, $closes];
    }

    /** Whether its task is, and it with it; returns stay open, and what is walked in front of the class. */
    public function isClosed(Round $round): bool
    {
        return $round->kind === RoundKind::Task && $round->ownTask()->state() === TaskState::Closed;
    }
}
