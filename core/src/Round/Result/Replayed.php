<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Round\State;

/** A round's events, folded. */
final readonly class Replayed
{
    /**
     * @param  list<list<Fact>>  $facts  by event, where they were wanted: results as they are now, the path as it was
     * @param  list<?string>  $about  by event, where it was wanted: the question it is about, by the id of its record
     */
    public function __construct(public State $state, public array $facts, public array $about)
    {
    }
}
