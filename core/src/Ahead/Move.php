<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Round\Event\Event;

/** Something a student can do where they are. */
final readonly class Move
{
    /**
     * @param  float  $weight  of an answer: how likely it is among those that are as right or as wrong as it, 0 to 1
     * @param  int  $at  milliseconds after the clock of a question began to run
     */
    public function __construct(public Event $event, public MoveKind $kind, public float $weight = 1.0, public int $at = 0)
    {
    }
}
