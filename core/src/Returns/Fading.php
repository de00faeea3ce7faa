<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Returns;

/**
 * How what is known fades with the days: p = prior + (p₀ − prior) · 2^(−days / h).
 *
 * The half-life of memory is that of Settles and Meeder, A Trainable Spaced Repetition Model for Language Learning (ACL 2016);
 * that it falls back to the prior of knowledge tracing, and not to nothing, and that a return doubles or halves it, is ours.
 */
final class Fading
{
    /** Half-lives stay between a quarter of a day and a year. */
    private const SHORTEST = 0.25;

    private const LONGEST = 365.0;

    /**
     * @param  float  $known  the chance that it was known, 0 to 1
     * @param  int  $days  since then, from 0
     * @param  float  $halfLife  in days, above 0
     * @param  float  $prior  what it falls back to, 0 to 1
     * @return float 0 to 1
     */
    public static function after(float $known, int $days, float $halfLife, float $prior): float
    {
        return $prior + ($known - $prior) * 2 ** (-$days / $halfLife);
    }

    /** The half-life after a return that went well, or did not, in days. */
    public static function halfLife(float $before, bool $wentWell): float
    {
        return max(self::SHORTEST, min(self::LONGEST, $wentWell ? 2 * $before : $before / 2));
    }
}
