<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

/** What a class's own answers to a question say. */
final readonly class ObservedAnswers
{
    /**
     * @param  int  $answers  first tries
     * @param  int  $right  of them, at once
     * @param  ?float  $seconds  median time of a try, reading included; none without a timed one
     */
    public function __construct(public int $answers, public int $right, public ?float $seconds)
    {
    }
}
