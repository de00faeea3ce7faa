<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** What, beside the state of a round, decides what may be seen of it. */
final readonly class Circumstances
{
    public function __construct(
        /** The student has left the finished round and comes back to it. */
        public bool $comingBack = false,
        /** No further round can be begun. */
        public bool $lastRound = false,
        /** The task is closed. */
        public bool $closed = false,
        /** The teacher has released the results. */
        public bool $released = false,
        /** Where the class stands, while it is led from the front. */
        public ?Front $front = null,
    ) {
    }
}
