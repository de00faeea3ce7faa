<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

/** How many slips of the pen lie between two words. */
final class Distance
{
    /** Longer texts are not one slip of the pen away from each other in any useful sense. */
    private const LONGEST = 200;

    /** Slips of the pen that are allowed in a text of so many characters (common practice). */
    public static function allowed(int $characters): int
    {
        return match (true) {
            $characters < 4 => 0,
            $characters < 8 => 1,
            default => 2,
        };
    }

    /**
     * Damerau-Levenshtein distance: insertions, deletions, changes of one character and swaps of two neighbours (Damerau
     * 1964; unrestricted, after Lowrance and Wagner 1975), by Unicode code points.
     *
     * @param  int  $most  where it is more than this, any number above it may be given
     */
    public static function between(string $a, string $b, int $most = PHP_INT_MAX): int
    {
        // Plain Levenshtein distance lies between this one and twice this one, and is much faster to find.
        if ($most < 100 && strlen($a) <= 255 && strlen($b) <= 255 && preg_match('/[^\x00-\x7F]/', $a.$b) !== 1) {
            $plain = levenshtein($a, $b);
            if ($plain <= 1 || $plain > 2 * $most) {
                return $plain;
            }
        }
        $from = mb_str_split($a);
        $to = mb_str_split($b);
        $n = count($from);
        $m = count($to);
        if (abs($n - $m) > $most || $n > self::LONGEST || $m > self::LONGEST) {
            return max($n, $m, 1);
        }
        $far = $n + $m;
        $rows = [array_fill(0, $m + 2, $far), [$far, ...range(0, $m)]];
        /** @var array<string, int> $lastRow where each character last stood in $from */
        $lastRow = [];
        for ($i = 1; $i <= $n; $i++) {
            $rows[$i + 1] = [$far, $i];
            $lastColumn = 0;
            $least = $i;
            for ($j = 1; $j <= $m; $j++) {
                $swapRow = $lastRow['c'.$to[$j - 1]] ?? 0;
                $swapColumn = $lastColumn;
                $same = $from[$i - 1] === $to[$j - 1];
                if ($same) {
                    $lastColumn = $j;
                }
                $rows[$i + 1][$j + 1] = min(
                    $rows[$i][$j] + ($same ? 0 : 1),
                    $rows[$i + 1][$j] + 1,
                    $rows[$i][$j + 1] + 1,
                    $rows[$swapRow][$swapColumn] + ($i - $swapRow - 1) + 1 + ($j - $swapColumn - 1),
                );
                $least = min($least, $rows[$i + 1][$j + 1]);
            }
            $lastRow['c'.$from[$i - 1]] = $i;
            if ($least > $most + 1) {
                return $least;
            }
        }

        return $rows[$n + 1][$m + 1];
    }
}
