<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Returns;

use HiddenLadder\Core\Quiz\Question;

/** What a student remembers of one question of a quiz. */
final readonly class Remembered
{
    /**
     * @param  float  $known  the chance that it was known after it was asked last, 0 to 1
     * @param  int  $day  on which that was
     * @param  float  $halfLife  in days
     * @param  ?bool  $wentWell  in the latest return that asked it; null where none did
     * @param  bool  $wasMissed  in the latest return of all
     */
    public function __construct(
        public Question $question,
        public float $known,
        public int $day,
        public float $halfLife,
        public ?bool $wentWell,
        public bool $wasMissed,
    ) {
    }

    /** The chance that it is known on a day, 0 to 1. */
    public function on(int $day, float $prior): float
    {
        return Fading::after($this->known, max(0, $day - $this->day), $this->halfLife, $prior);
    }
}
