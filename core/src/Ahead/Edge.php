<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

/** A move, and the nodes it may lead to. Which of them it is depends on what came before or on the lot, not on the student. */
final readonly class Edge
{
    /**
     * @param  non-empty-list<int>  $to
     * @param  bool  $sure  it leads there whatever came before
     */
    public function __construct(public Move $move, public array $to, public bool $sure)
    {
    }
}
