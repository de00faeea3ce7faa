<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

/** One made-up student's round. */
final readonly class SimulatedRound
{
    /**
     * @param  ?string  $finish  none where it did not come to an end
     * @param  array<string, int>  $places  how often each stop, cue and rung was come to
     */
    public function __construct(public ?string $finish, public float $seconds, public array $places)
    {
    }
}
