<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Round\State;

/** An event was taken: the state after it, and what it came to. */
final readonly class Applied
{
    /** @param  list<Fact>  $facts */
    public function __construct(public State $state, public array $facts)
    {
    }
}
