<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** Normalised gain: the part of what was missing at first that was gained (Hake 1998). */
final class Gain
{
    /**
     * @param  float  $first  score, 0 to 1
     * @param  float  $best  score, 0 to 1
     * @return ?float at most 1, below 0 where it got worse; none where nothing was missing
     */
    public static function of(float $first, float $best): ?float
    {
        return $first >= 1 ? null : ($best - $first) / (1 - $first);
    }

    /**
     * Of a class: from its mean first to its mean best score, as Hake has it.
     *
     * @param  list<array{float, float}>  $scores  first and best of each student
     */
    public static function ofClass(array $scores): ?float
    {
        return $scores === []
            ? null
            : self::of(array_sum(array_column($scores, 0)) / count($scores), array_sum(array_column($scores, 1)) / count($scores));
    }
}
