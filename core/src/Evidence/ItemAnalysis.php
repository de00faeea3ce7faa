<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/**
 * How the questions of a test go together, from people's scores at each.
 *
 * Missing scores: facility and discrimination of an item are of those who have a score at it, held against their mean score
 * at the other items they have one at; alpha is of the people who have a score at every item. Where a figure cannot be told,
 * because there are too few people or all scores are alike, it is null.
 */
final readonly class ItemAnalysis
{
    /** Kelley 1939. */
    private const EXTREMES = 0.27;

    /** @var list<list<?float>> by item, of each person */
    private array $columns;

    private int $people;

    /** @var list<float> by person, the sum of the scores there are */
    private array $sums;

    /** @var list<int> by person, how many scores there are */
    private array $counts;

    /** @var list<float> by item, the sum of the squares of its scores */
    private array $squares;

    /** The sum of the squares of people's sums. */
    private float $sumSquares;

    /** Everybody has a score at every item. */
    private bool $isWhole;

    /** @param  list<list<?float>>  $columns  by item, of each person: a score from 0 to 1, or null; all of one length */
    public function __construct(array $columns)
    {
        $this->columns = $columns;
        $this->people = count($columns[0] ?? []);
        $sums = array_fill(0, $this->people, 0.0);
        $missing = array_fill(0, $this->people, 0);
        $squares = [];
        foreach ($columns as $column) {
            $square = 0.0;
            foreach ($column as $person => $score) {
                if ($score === null) {
                    $missing[$person]++;
                } else {
                    $sums[$person] += $score;
                    $square += $score * $score;
                }
            }
            $squares[] = $square;
        }
        $this->sums = array_values($sums);
        $this->squares = $squares;
        $sumSquares = 0.0;
        foreach ($this->sums as $sum) {
            $sumSquares += $sum * $sum;
        }
        $this->sumSquares = $sumSquares;
        $this->counts = array_map(static fn (int $gaps): int => count($columns) - $gaps, array_values($missing));
        $this->isWhole = array_sum($missing) === 0;
    }

    /**
     * Cronbach's alpha (1951), which for scores of 0 and 1 is formula 20 of Kuder and Richardson (1937).
     */
    public function alpha(): ?float
    {
        $items = count($this->columns);
        $whole = [];
        foreach ($this->counts as $person => $count) {
            if ($count === $items) {
                $whole[] = $person;
            }
        }
        if ($items < 2 || count($whole) < 2) {
            return null;
        }
        $total = self::variance($this->sums, $whole);
        if ($total <= 1e-12) {
            return null;
        }
        $parts = 0.0;
        foreach ($this->columns as $item => $column) {
            $parts += $this->isWhole
                ? max(0.0, ($this->squares[$item] - array_sum($column) ** 2 / $this->people) / ($this->people - 1))
                : self::variance($column, $whole);
        }

        return $items / ($items - 1) * (1 - $parts / $total);
    }

    /** How many have a score at the item. */
    public function count(int $item): int
    {
        return $this->isWhole
            ? $this->people
            : count(array_filter($this->columns[$item], static fn (?float $score): bool => $score !== null));
    }

    /** The mean score at an item, 0 to 1. */
    public function facility(int $item): ?float
    {
        $count = $this->count($item);

        return $count === 0 ? null : array_sum($this->columns[$item]) / $count;
    }

    /** The correlation of an item with the rest: the corrected item-total correlation, -1 to 1. */
    public function itemRest(int $item): ?float
    {
        if ($this->isWhole) {
            return $this->itemRestOfWhole($item);
        }
        $n = 0;
        $x = $y = $xx = $yy = $xy = 0.0;
        foreach ($this->columns[$item] as $person => $score) {
            $others = $this->counts[$person] - 1;
            if ($score !== null && $others > 0) {
                $rest = ($this->sums[$person] - $score) / $others;
                $n++;
                $x += $score;
                $y += $rest;
                $xx += $score * $score;
                $yy += $rest * $rest;
                $xy += $score * $rest;
            }
        }

        return self::correlation($n, $x, $y, $xx, $yy, $xy);
    }

    /** The same where nothing is missing: the rest is the sum of all less the item. */
    private function itemRestOfWhole(int $item): ?float
    {
        $sums = $this->sums;
        $withSum = 0.0;
        foreach ($this->columns[$item] as $person => $score) {
            $withSum += (float) $score * $sums[$person];
        }
        $x = array_sum($this->columns[$item]);
        $xx = $this->squares[$item];

        return count($this->columns) < 2
            ? null
            : self::correlation($this->people, $x, array_sum($sums) - $x, $xx, $this->sumSquares - 2 * $withSum + $xx, $withSum - $xx);
    }

    private static function correlation(int $n, float $x, float $y, float $xx, float $yy, float $xy): ?float
    {
        $spread = ($n * $xx - $x * $x) * ($n * $yy - $y * $y);

        return $n < 2 || $spread <= 1e-9 ? null : max(-1.0, min(1.0, ($n * $xy - $x * $y) / sqrt($spread)));
    }

    /**
     * The mean score of the upper 27 % less that of the lower 27 %, by the mean of all scores; -1 to 1. People who are level at
     * the border count in part.
     */
    public function upperLower(int $item): ?float
    {
        $levels = [];
        foreach ($this->columns[$item] as $person => $score) {
            if ($score !== null) {
                $level = (string) round($this->sums[$person] / $this->counts[$person], 9);
                $levels[$level] = [($levels[$level][0] ?? 0) + 1, ($levels[$level][1] ?? 0.0) + $score];
            }
        }
        $size = self::EXTREMES * array_sum(array_column($levels, 0));
        if ($size < 1) {
            return null;
        }
        ksort($levels, SORT_NUMERIC);
        $lower = self::meanOfFirst($levels, $size);

        return self::meanOfFirst(array_reverse($levels, true), $size) - $lower;
    }

    /** @param  array<array-key, array{int, float}>  $levels  people and sum of scores, in turn */
    private static function meanOfFirst(array $levels, float $size): float
    {
        $left = $size;
        $sum = 0.0;
        foreach ($levels as [$count, $scores]) {
            $part = min(1.0, $left / $count);
            $sum += $part * $scores;
            $left -= $part * $count;
            if ($left <= 0) {
                break;
            }
        }

        return $sum / $size;
    }

    /**
     * @param  list<?float>  $values  by person
     * @param  list<int>  $people  at least two, who have one
     */
    private static function variance(array $values, array $people): float
    {
        $count = count($people);
        $sum = $squares = 0.0;
        foreach ($people as $person) {
            $value = (float) $values[$person];
            $sum += $value;
            $squares += $value * $value;
        }

        return max(0.0, ($squares - $sum * $sum / $count) / ($count - 1));
    }
}
