<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

/** Where something that a student may do leads, in a graph of a round. */
final readonly class Way
{
    /**
     * @param  int  $to  node
     * @param  list<string>  $arrivals  stops, cues and rungs that it comes to
     * @param  ?int  $excursion  node at which an excursion begins that it sets off
     * @param  list<string>  $backAt  what the excursion comes to first
     */
    public function __construct(public int $to, public array $arrivals, public ?int $excursion, public array $backAt)
    {
    }
}
