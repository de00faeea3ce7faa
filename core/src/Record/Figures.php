<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Record;

use HiddenLadder\Core\Forecast\Quantile;

/** The figures of a record: means, and how scores are spread. */
final class Figures
{
    /**
     * The mean of a student's scores, each with the weight of its task (common practice).
     *
     * @param  list<Work>  $works
     * @param  bool  $missingIsNought  what is missing counts as a score of 0, and not as nothing
     * @return ?float 0 to 1; null where nothing counts, or all that counts weighs nothing
     */
    public static function mean(array $works, bool $missingIsNought): ?float
    {
        $sum = $weights = 0.0;
        foreach ($works as $work) {
            $score = $work->counting($missingIsNought);
            $sum += $work->weight * ($score ?? 0.0);
            $weights += $score === null ? 0.0 : $work->weight;
        }

        return $weights > 0 ? $sum / $weights : null;
    }

    /**
     * The scores of a task, without those who are excused: their mean, and quartiles by Hyndman and Fan's definition 7.
     *
     * @param  list<Work>  $works  of its students
     * @return array{n: int, missing: int, mean: ?float, least: ?float, lower: ?float, median: ?float, upper: ?float, most: ?float}
     */
    public static function spread(array $works): array
    {
        $scores = [];
        foreach ($works as $work) {
            $score = $work->counting(false);
            if ($score !== null) {
                $scores[] = $score;
            }
        }
        sort($scores);
        $at = static fn (float $share): ?float => $scores === [] ? null : Quantile::of($scores, $share);

        return [
            'n' => count($scores),
            'missing' => count(array_filter($works, static fn (Work $work): bool => $work->isMissing())),
            'mean' => $scores === [] ? null : array_sum($scores) / count($scores),
            'least' => $at(0.0), 'lower' => $at(0.25), 'median' => $at(0.5), 'upper' => $at(0.75), 'most' => $at(1.0),
        ];
    }
}
