<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Round\Event\Watched;

/**
 * How much can have been watched: nobody sees more of a video than time has passed since it was first shown, at the fastest
 * speed. What is told beyond that is cut off, and never refused: it may come in one burst from a device that was without a
 * connection, and that is fine.
 */
final class Watching
{
    /** The fastest that a video is played. */
    private const FASTEST = 2.0;

    /** Seconds by which clocks and reports may be out. */
    private const SPARE = 5.0;

    /** @param  int  $at  the server's milliseconds since 1970 */
    public static function cut(Watched $event, State $state, int $at): Watched
    {
        $shownAt = $state->shownAt[$event->video] ?? null;
        if ($shownAt === null) {
            return $event;
        }
        $most = max(0, $at - $shownAt) / 1000 * self::FASTEST + self::SPARE;
        $left = max(0.0, $most - ($state->watchedFor[$event->video] ?? 0.0));

        return $event->to - $event->from <= $left
            ? $event
            : new Watched($event->video, $event->from, $event->from + $left, $event->speed);
    }
}
