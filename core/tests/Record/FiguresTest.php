<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Record;

use HiddenLadder\Core\Record\Figures;
use HiddenLadder\Core\Record\Work;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

final class FiguresTest extends TestCase
{
    public function test_a_mean_is_weighted_by_the_tasks_and_leaves_out_what_does_not_count(): void
    {
        $works = [new Work(2, 0.5), new Work(1, 1.0), new Work(5, 0.0, isExcused: true), new Work(1), new Work(0, 0.1)];
        self::assertEqualsWithDelta(2 / 3, Figures::mean($works, false), 1e-12);
        self::assertEqualsWithDelta(2 / 3, Figures::mean($works, true), 1e-12, 'What is not owed yet is not missing.');
        $works[] = new Work(1, isOwed: true);
        self::assertEqualsWithDelta(2 / 3, Figures::mean($works, false), 1e-12);
        self::assertEqualsWithDelta(2 / 4, Figures::mean($works, true), 1e-12);
        $works[] = new Work(7, isOwed: true, isExcused: true);
        self::assertEqualsWithDelta(2 / 4, Figures::mean($works, true), 1e-12);
        self::assertNull(Figures::mean([], true));
        self::assertNull(Figures::mean([new Work(1), new Work(0, 1.0)], false));
    }

    public function test_scores_are_spread_as_the_definition_has_it(): void
    {
        // R 4, quantile(c(.2, .4, .5, .9, 1), type = 7), from memory: 0.2 0.4 0.5 0.9 1.0.
        $works = array_map(static fn (float $score): Work => new Work(1, $score), [0.9, 0.2, 0.5, 1.0, 0.4]);
        $spread = Figures::spread([...$works, new Work(1, 0.0, isExcused: true), new Work(1, isOwed: true), new Work(1, done: 0.4)]);
        self::assertSame([5, 1], [$spread['n'], $spread['missing']]);
        self::assertEqualsWithDelta(0.6, $spread['mean'], 1e-12);
        self::assertEqualsWithDelta(
            [0.2, 0.4, 0.5, 0.9, 1.0],
            [$spread['least'], $spread['lower'], $spread['median'], $spread['upper'], $spread['most']],
            1e-12,
        );
        self::assertSame(
            ['n' => 0, 'missing' => 0, 'mean' => null, 'least' => null, 'lower' => null, 'median' => null, 'upper' => null, 'most' => null],
            Figures::spread([new Work]),
        );
    }

    public function test_whatever_is_in_a_record_its_figures_stay_between_the_least_and_the_most(): void
    {
        $lot = new Randomizer(new Xoshiro256StarStar(20261128));
        for ($i = 0; $i < 300; $i++) {
            $works = [];
            for ($n = $lot->getInt(0, 12); $n > 0; $n--) {
                $works[] = new Work(
                    $lot->getInt(0, 4), $lot->getInt(0, 3) === 0 ? null : $lot->getInt(0, 100) / 100, 0.0,
                    $lot->getInt(0, 1) === 1, $lot->getInt(0, 4) === 0,
                );
            }
            $spread = Figures::spread($works);
            $mean = Figures::mean($works, false);
            $strict = Figures::mean($works, true);
            if ($mean !== null && $spread['least'] !== null && $spread['most'] !== null) {
                self::assertGreaterThanOrEqual($spread['least'] - 1e-9, $mean);
                self::assertLessThanOrEqual($spread['most'] + 1e-9, $mean);
                self::assertLessThanOrEqual($mean + 1e-9, $strict);
            }
            self::assertSame($spread['n'] === 0, $spread['mean'] === null);
            self::assertLessThanOrEqual(count($works), $spread['n'] + $spread['missing']);
        }
    }
}
