<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

/** A step of a chain. */
final readonly class Step
{
    /**
     * @param  int  $to  node
     * @param  float  $chance  0 to 1; those of a node add up to 1
     * @param  ?int  $excursion  node at which an excursion begins that this step sets off
     * @param  float  $share  of the cases in which it does, 0 to 1
     */
    public function __construct(
        public int $to,
        public float $chance,
        public float $seconds,
        public ?int $excursion = null,
        public float $share = 1.0,
    ) {
    }
}
