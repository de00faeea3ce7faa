<?php

declare(strict_types=1);

namespace HiddenLadder\Demo\Videos;

/** What the demo's videos show while each sentence is spoken. $t runs from 0 to 1 through the sentence. */
final class Scenes
{
    private const EARTH_X = 330;

    private const MIDDLE = 245;

    public static function quay(Pen $pen, float $t): void
    {
        $level = 300 - 70 * sin($t * 4 * M_PI - M_PI / 2);
        $pen->text(427, 56, 'One day at Skerry Bay', 24, 'ink', 'centre');
        $pen->box(0, $level, 854, 440, 'water');
        $pen->line(0, $level, 854, $level, 'deep', 3);
        $pen->box(0, 430, 854, 480, 'earth');
        $pen->box(560, 170, 854, 480, 'earth');
        $pen->line(560, 170, 854, 170, 'ink', 4);
        $pen->line(560, 170, 560, 480, 'ink', 4);
        foreach (range(0, 5) as $mark) {
            $pen->line(545, 200 + 45 * $mark, 560, 200 + 45 * $mark, 'ink', 3);
            $pen->text(515, 207 + 45 * $mark, (string) (6 - $mark), 15, 'soft');
        }
        $pen->disc(250, $level - 4, 150, 34, 'rail', 'ink');
        $pen->line(250, $level - 10, 250, $level - 110, 'ink', 4);
        $pen->text(700, 120, sprintf('%02d:00', (int) ($t * 24) % 24), 30, 'accent', 'centre');
    }

    public static function pull(Pen $pen, float $t): void
    {
        self::earthAndMoon($pen, 0, 0, null);
        $reach = min(1, $t * 2);
        $pen->arrow(425, 245, 425 + 130 * $reach, 245, 'accent');
        $pen->arrow(330, 245, 330 + 85 * $reach, 245, 'accent');
        $pen->arrow(235, 245, 235 + 50 * $reach, 245, 'accent');
        $pen->text(427, 440, 'nearer: a stronger pull', 20, 'soft', 'centre');
    }

    public static function nearBulge(Pen $pen, float $t): void
    {
        self::earthAndMoon($pen, min(1, $t * 1.6), 0, null);
        $pen->text(530, 170, 'first bulge', 20, 'accent', 'centre');
    }

    public static function farBulge(Pen $pen, float $t): void
    {
        self::earthAndMoon($pen, 1, min(1, $t * 1.6), null);
        $pen->text(130, 170, 'second bulge', 20, 'accent', 'centre');
    }

    public static function between(Pen $pen, float $t): void
    {
        self::earthAndMoon($pen, 1, 1, null);
        $pen->text(330, 92, 'low water', 20, 'deep', 'centre');
        $pen->text(330, 416, 'low water', 20, 'deep', 'centre');
        $pen->text(180, 52, $t > 0.4 ? 'high, low, high, low' : '', 20, 'soft', 'centre');
    }

    public static function turning(Pen $pen, float $t): void
    {
        self::earthAndMoon($pen, 1, 1, $t * 2 * M_PI);
        $pen->text(427, 450, 'the bay passes both bulges in one turn', 20, 'soft', 'centre');
    }

    public static function moonMoves(Pen $pen, float $t): void
    {
        self::earthAndMoon($pen, 1, 1, $t * M_PI);
        $minutes = (int) round(745 * $t);
        $pen->text(427, 450, sprintf('%d h %02d min', intdiv($minutes, 60), $minutes % 60), 28, 'accent', 'centre');
    }

    public static function rangeMarks(Pen $pen, float $t): void
    {
        $pen->text(427, 60, 'Tidal range', 28, 'ink', 'centre');
        $high = 130;
        $low = 340;
        $level = $low - ($low - $high) * (0.5 - 0.5 * cos($t * 2 * M_PI));
        $pen->box(90, $level, 480, 430, 'water');
        $pen->line(90, $level, 480, $level, 'deep', 3);
        $pen->box(60, 420, 800, 460, 'earth');
        $pen->line(480, 100, 480, 430, 'ink', 5);
        $pen->line(470, $high, 560, $high, 'ink', 3);
        $pen->text(575, $high + 8, 'high water 5.2 m', 20);
        $pen->line(470, $low, 560, $low, 'ink', 3);
        $pen->text(575, $low + 8, 'low water 1.4 m', 20);
    }

    public static function rangeArrow(Pen $pen, float $t): void
    {
        self::rangeMarks($pen, 0.5);
        $pen->arrow(520, 340 - 4, 520, 340 - 200 * min(1, $t * 2), 'accent');
        $pen->text(575, 245, 'the range', 22, 'accent');
    }

    public static function rangeSum(Pen $pen, float $t): void
    {
        self::rangeArrow($pen, 1);
        $pen->text(427, 455, $t > 0.45 ? '5.2 m − 1.4 m = 3.8 m' : '5.2 m − 1.4 m', 26, 'ink', 'centre');
    }

    public static function evenly(Pen $pen, float $t): void
    {
        self::twelfths($pen, [2, 2, 2, 2, 2, 2], (int) ceil($t * 6), 'Not like this');
        $pen->line(180, 120, 680, 400, 'accent', 5);
    }

    public static function slowFastSlow(Pen $pen, float $t): void
    {
        self::twelfths($pen, [1, 2, 3, 3, 2, 1], (int) ceil($t * 6), 'Slow, fast, slow');
    }

    public static function twelfthsExample(Pen $pen, float $t): void
    {
        self::twelfths($pen, [1, 2, 3, 3, 2, 1], 6, 'A range of 4.8 m');
        $pen->text(427, 462, $t > 0.5 ? 'third hour: 3 × 0.4 m = 1.2 m' : 'one twelfth: 4.8 m ÷ 12 = 0.4 m', 24, 'accent', 'centre');
    }

    /** @param  list<int>  $parts twelfths of the range in each of six hours */
    private static function twelfths(Pen $pen, array $parts, int $shown, string $title): void
    {
        $pen->text(427, 60, $title, 28, 'ink', 'centre');
        $pen->line(110, 400, 760, 400, 'ink', 4);
        foreach ($parts as $hour => $part) {
            $x = 140 + $hour * 100;
            if ($hour < $shown) {
                $pen->box($x, 400 - $part * 80, $x + 70, 398, $part === 3 ? 'deep' : 'water');
                $pen->text($x + 35, 390 - $part * 80, "$part/12", 18, 'ink', 'centre');
            }
            $pen->text($x + 35, 426, 'hour '.($hour + 1), 15, 'soft', 'centre');
        }
    }

    /**
     * @param  float  $near  how far the bulge towards the Moon has grown, 0 to 1
     * @param  float  $far  the same for the other side
     * @param  float|null  $turn  where the bay is, in radians; none when it is not shown
     */
    private static function earthAndMoon(Pen $pen, float $near, float $far, ?float $turn): void
    {
        $x = self::EARTH_X;
        $y = self::MIDDLE;
        $left = 112 + 60 * $far;
        $right = 112 + 60 * $near;
        $pen->disc($x + ($right - $left) / 2, $y, $left + $right, 224 - 24 * max($near, $far), 'water', 'deep');
        $pen->disc($x, $y, 180, 180, 'earth', 'ink');
        $pen->text($x, $y + 8, 'Earth', 20, 'ink', 'centre');
        $pen->disc(720, $y, 74, 74, 'moon', 'ink');
        $pen->text(720, $y + 70, 'Moon', 20, 'ink', 'centre');
        if ($turn !== null) {
            $bx = $x + 92 * cos($turn);
            $by = $y - 92 * sin($turn);
            $pen->disc($bx, $by, 22, 22, 'accent', 'ink');
            $pen->text($x + 128 * cos($turn), $y - 134 * sin($turn), 'the bay', 16, 'accent', 'centre');
        }
    }
}
