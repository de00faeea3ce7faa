<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use Eris\Generators;
use Eris\TestTrait;
use HiddenLadder\Core\Evidence\Gain;
use HiddenLadder\Core\Evidence\Share;
use HiddenLadder\Core\Round\WatchedIntervals;
use PHPUnit\Framework\TestCase;

final class FiguresTest extends TestCase
{
    use TestTrait;

    /**
     * R's prop.test without continuity correction, which is Wilson's interval; recorded by psych.R. 81 of 263 is Newcombe's example (1998).
     */
    public function test_wilson_s_interval(): void
    {
        foreach ([[0, 10, 0.0, 0.2775327999], [3, 10, 0.1077912674, 0.6032218525], [81, 263, 0.2552885199, 0.3662095770], [15, 15, 0.796116699, 1.0]] as [$count, $of, $low, $high]) {
            self::assertEqualsWithDelta([$low, $high], (new Share($count, $of))->interval(), 1e-9);
        }
        self::assertNull((new Share(0, 0))->interval());
        self::assertNull((new Share(0, 0))->value());
    }

    /** Hake 1998: from 44 % to 63 % is a gain of about 0.34. */
    public function test_normalised_gain(): void
    {
        self::assertEqualsWithDelta(0.3393, Gain::of(0.44, 0.63), 0.0001);
        self::assertSame(0.0, Gain::of(0.5, 0.5));
        self::assertNull(Gain::of(1.0, 1.0));
        self::assertEqualsWithDelta(5 / 9, Gain::ofClass([[0.0, 0.4], [0.8, 1.0], [0.4, 0.8]]), 1e-12);
        self::assertNull(Gain::ofClass([]));
    }

    public function test_stretches_of_a_video(): void
    {
        $watched = new WatchedIntervals([[0.0, 10.0], [10.2, 20.0], [5.0, 12.0], [40.0, 50.0]]);
        self::assertEqualsWithDelta([[0.0, 20.0], [40.0, 50.0]], $watched->union, 1e-12);
        self::assertEqualsWithDelta(30.0, $watched->seen(), 1e-12);
        self::assertEqualsWithDelta(5.0 + 1.8, $watched->again(), 1e-9);
        self::assertSame(2, $watched->jumps());
        self::assertSame(
            [0.0, 0.0, 0],
            [(new WatchedIntervals([]))->seen(), (new WatchedIntervals([]))->again(), (new WatchedIntervals([]))->jumps()],
        );
    }

    public function test_seconds_of_the_union_are_those_that_some_stretch_covers(): void
    {
        $this->forAll(
            Generators::seq(Generators::tuple(Generators::choose(0, 60), Generators::choose(1, 20))),
        )->then(static function (array $pairs): void {
            $watched = array_map(static fn (array $pair): array => [(float) $pair[0], (float) ($pair[0] + $pair[1])], array_values($pairs));
            $counts = array_fill(0, 100, 0);
            foreach ($watched as [$from, $to]) {
                for ($second = (int) $from; $second < $to; $second++) {
                    $counts[$second]++;
                }
            }
            $stretches = new WatchedIntervals($watched);
            self::assertEqualsWithDelta(count(array_filter($counts, static fn (int $times): bool => $times > 0)), $stretches->seen(), 1e-9);
            self::assertEqualsWithDelta(
                count(array_filter($counts, static fn (int $times): bool => $times > 1)),
                $stretches->again(),
                1e-9,
            );
            $last = -1.0;
            foreach ($stretches->union as [$from, $to]) {
                self::assertGreaterThan($last, $from);
                self::assertGreaterThan($from, $to);
                $last = $to;
            }
        });
    }
}
