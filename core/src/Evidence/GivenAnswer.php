<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** An answer as somebody wrote it, with those who gave it. */
final class GivenAnswer
{
    /** @var array<string, float> by student: which share of the questions they had right at once, 0 to 1 */
    public array $students = [];

    /** @param  ?string  $gap  that was filled so, where the question has gaps */
    public function __construct(public readonly string $question, public readonly ?string $gap, public readonly string $text)
    {
    }

    /** Mean of those who gave it. */
    public function score(): float
    {
        return $this->students === [] ? 0.0 : array_sum($this->students) / count($this->students);
    }
}
