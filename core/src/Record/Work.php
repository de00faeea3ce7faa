<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Record;

/** What one student came to in one task, as the record counts it. */
final readonly class Work
{
    /**
     * @param  float  $weight  of the task, from 0
     * @param  ?float  $score  that counts, a share of the points from 0 to 1; null before a round is finished
     * @param  float  $done  how far the student is, 0 to 1
     * @param  bool  $isOwed  it was to be done by now: its time is over, and it is not left to the student
     * @param  bool  $isExcused  it counts for nothing, whatever was done
     */
    public function __construct(
        public float $weight = 1.0,
        public ?float $score = null,
        public float $done = 0.0,
        public bool $isOwed = false,
        public bool $isExcused = false,
    ) {
    }

    public function isMissing(): bool
    {
        return $this->score === null && $this->isOwed && ! $this->isExcused;
    }

    /** The score with which it enters a mean; null where it enters none. */
    public function counting(bool $missingIsNought): ?float
    {
        return $this->isExcused ? null : ($this->score ?? ($missingIsNought && $this->isMissing() ? 0.0 : null));
    }
}
