<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;

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

    /**
     * Whether they let a student see something of an answer: a function of them, the terms and the standing alone.
     *
     * @param  bool  $roundOver  this round is finished, or its answers were handed in
     */
    public function let(Terms $terms, Sight $sight, bool $roundOver, Standing $standing): bool
    {
        if ($sight === Sight::RightAnswer && $standing === Standing::Shown) {
            return $terms->reveal;
        }

        return match ($terms->seen[$sight->value]) {
            SeenWhen::AtOnce => $terms->mode !== Mode::HandedIn || $roundOver,
            SeenWhen::EndOfRound => $roundOver,
            SeenWhen::ComingBack => $roundOver && ($this->comingBack || $this->closed),
            SeenWhen::AfterLastRound => $roundOver && ($this->lastRound || $this->closed),
            SeenWhen::AfterClosing => $this->closed,
            SeenWhen::WhenReleased => $this->released,
            SeenWhen::Never => false,
        };
    }
}
