<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Round\State;

/** A stop about to be entered that may have been left before, in several ways. */
final class Reentry
{
    /** How many of the ways in which the stop can have been left are looked at. */
    public int $tried = 0;

    /** @var non-empty-array<int, int> by itself */
    private array $to;

    /** @param  int  $unseen  the node it leads to where the stop was not met yet */
    public function __construct(
        public readonly string $stop,
        public readonly State $from,
        public readonly Move $move,
        public readonly int $unseen,
    ) {
        $this->to = [$unseen => $unseen];
    }

    public function leadsTo(int $node): void
    {
        $this->to[$node] = $node;
    }

    /** @return non-empty-list<int> nodes */
    public function to(): array
    {
        return array_values($this->to);
    }
}
