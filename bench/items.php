<?php

declare(strict_types=1);

// Alpha, facility and item-rest correlations of 20,000 people by 50 items held in memory, against R on the same matrix where R is
// on the machine; reading counted for neither.

use HiddenLadder\Core\Evidence\ItemAnalysis;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';

const PEOPLE = 20_000;
const ITEMS = 50;

$lot = new Randomizer(new Xoshiro256StarStar(1));
$columns = array_fill(0, ITEMS, []);
for ($person = 0; $person < PEOPLE; $person++) {
    $skill = $lot->getInt(10, 95);
    for ($item = 0; $item < ITEMS; $item++) {
        $columns[$item][] = $lot->getInt(0, 99) < $skill - 20 + $item ? 1.0 : 0.0;
    }
}

/** @return array{float, ?float} seconds, the median of nine turns, and alpha */
function timed(array $columns): array
{
    $times = [];
    $alpha = null;
    for ($turn = 0; $turn < 9; $turn++) {
        $start = hrtime(true);
        $analysis = new ItemAnalysis($columns);
        $alpha = $analysis->alpha();
        array_map($analysis->facility(...), array_keys($columns));
        array_map($analysis->itemRest(...), array_keys($columns));
        $times[] = (hrtime(true) - $start) / 1e9;
    }
    sort($times);

    return [$times[4], $alpha];
}

[$seconds, $alpha] = timed($columns);
$told = [
    'name' => 'alpha, facility and item-rest of 20,000 people by 50 items',
    'value' => round(1000 * $seconds, 1),
    'unit' => 'ms',
    'against' => 'nothing: R is not on this machine',
    'ratio' => null,
];
if (trim((string) shell_exec('command -v Rscript')) !== '') {
    $file = (string) tempnam(sys_get_temp_dir(), 'items');
    file_put_contents(
        $file,
        implode("\n", array_map(static fn (array $column): string => implode(' ', array_map(intval(...), $column)), $columns)),
    );
    $script = (string) tempnam(sys_get_temp_dir(), 'items');
    file_put_contents($script, <<<'R'
        a <- commandArgs(TRUE)
        m <- t(matrix(scan(a[1], quiet = TRUE), nrow = 50, byrow = TRUE)); storage.mode(m) <- "double"
        times <- numeric(0)
        for (turn in 1:9) {
          t <- system.time({
            total <- rowSums(m)
            alpha <- ncol(m) / (ncol(m) - 1) * (1 - sum(apply(m, 2, var)) / var(total))
            facility <- colMeans(m)
            rest <- sapply(seq_len(ncol(m)), function(i) cor(m[, i], total - m[, i]))
          })[["elapsed"]]
          times <- c(times, t)
        }
        cat(median(times), format(alpha, digits = 12))
        R);
    [$r, $theirs] = array_map(
        floatval(...),
        explode(' ', (string) shell_exec('Rscript '.escapeshellarg($script).' '.escapeshellarg($file))),
    );
    unlink($file);
    unlink($script);
    assert(abs($theirs - $alpha) < 1e-9);
    $told = [
        'against' => sprintf('R on the same matrix, %.1f ms; the same alpha, %.6f', 1000 * $r, $alpha),
        'ratio' => round($seconds / $r, 2),
    ] + $told;
}
echo json_encode($told), "\n";
