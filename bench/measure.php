<?php

declare(strict_types=1);

// What the benchmarks measure with.

/** Median of so many turns, in milliseconds. */
function median(callable $work, int $turns = 9): float
{
    $taken = [];
    for ($turn = 0; $turn < $turns; $turn++) {
        $start = hrtime(true);
        $work();
        $taken[] = (hrtime(true) - $start) / 1e6;
    }
    sort($taken);

    return $taken[intdiv($turns, 2)];
}

/** One line of what was measured, against a limit; both in milliseconds. */
function told(string $name, float $value, float $limit): void
{
    echo json_encode(
        [
            'name' => $name,
            'value' => round($value, 2),
            'unit' => 'ms',
            'against' => "limit of $limit ms",
            'ratio' => round($value / $limit, 2),
        ],
    ), "\n";
}
