<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

/** What the evidence says of an objective or a quiz. */
final readonly class Mastered
{
    /**
     * @param  float  $known  the chance that it is known, by Bayesian knowledge tracing, 0 to 1
     * @param  int  $tries  that the estimate rests on
     */
    public function __construct(public bool $mastered, public float $known, public int $tries)
    {
    }
}
