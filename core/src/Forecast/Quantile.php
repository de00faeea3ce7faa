<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

/** Quantiles of a sample by linear interpolation between order statistics (Hyndman and Fan 1996, definition 7). */
final class Quantile
{
    /**
     * @param  non-empty-list<float>  $sorted  ascending
     * @param  float  $share  0 to 1
     */
    public static function of(array $sorted, float $share): float
    {
        $at = $share * (count($sorted) - 1);
        $below = (int) floor($at);
        $above = min($below + 1, count($sorted) - 1);

        return $sorted[$below] + ($at - $below) * ($sorted[$above] - $sorted[$below]);
    }
}
