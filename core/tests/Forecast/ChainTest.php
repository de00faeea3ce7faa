<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Forecast;

use HiddenLadder\Core\Forecast\Chain;
use HiddenLadder\Core\Forecast\Step;
use PHPUnit\Framework\TestCase;

final class ChainTest extends TestCase
{
    /** Kemeny and Snell 1960, the drunkard's walk: five corners, home at one end, the bar at the other; N, t, tau_2 and B. */
    public function test_the_drunkard_s_walk(): void
    {
        $chain = self::chain([[], [0 => 0.5, 2 => 0.5], [1 => 0.5, 3 => 0.5], [2 => 0.5, 4 => 0.5], []]);

        self::assertEqualsWithDelta([0.75, 1.5, 1.0, 0.5, 0.25], $chain->visits(1), 1e-12);
        self::assertEqualsWithDelta([0.5, 1.0, 2.0, 1.0, 0.5], $chain->visits(2), 1e-12);
        self::assertEqualsWithDelta(['mean' => 3.0, 'variance' => 8.0], $chain->seconds(1), 1e-12);
        self::assertEqualsWithDelta(['mean' => 4.0, 'variance' => 8.0], $chain->seconds(2), 1e-12);
        self::assertEqualsWithDelta([0.0, 0.25, 0.5, 0.75, 0.0], $chain->chances([4]), 1e-12);
    }

    /** The closed forms of gambler's ruin (Feller 1968, chapter XIV). */
    public function test_gambler_s_ruin(): void
    {
        $p = 0.4;
        $top = 12;
        $rows = [[]];
        for ($i = 1; $i < $top; $i++) {
            $rows[] = [$i + 1 => $p, $i - 1 => 1 - $p];
        }
        $chain = self::chain([...$rows, []]);
        $ratio = (1 - $p) / $p;
        foreach ([1, 5, 11] as $start) {
            $wins = (1 - $ratio ** $start) / (1 - $ratio ** $top);
            self::assertEqualsWithDelta($wins, $chain->visits($start)[$top], 1e-12);
            self::assertEqualsWithDelta(($start - $top * $wins) / (1 - 2 * $p), $chain->seconds($start)['mean'], 1e-10);
        }
    }

    /** Recorded with R's markovchain 0.9.1 by markovchain.R, which counts returns where it begins. */
    public function test_a_quiz_by_hand_as_r_s_markovchain_has_it(): void
    {
        $chain = self::chain([[1 => 0.45, 3 => 0.55], [0 => 0.7, 2 => 0.3], [0 => 1.0], [0 => 0.25, 4 => 0.6, 5 => 0.15], [], []]);

        self::assertEqualsWithDelta(
            [1 + 1.424242424242, 1.090909090909, 0.327272727273, 1.333333333333, 0.8, 0.2],
            $chain->visits(0),
            1e-11,
        );
        self::assertEqualsWithDelta(['mean' => 5.17575757576, 'variance' => 17.4187695133], $chain->seconds(0), 1e-9);
    }

    public function test_an_excursion_adds_its_visits_and_its_time_and_leads_nowhere_else(): void
    {
        // 0 goes on to 1, and in 30 % of the cases 2 comes back later, tried until it is right; 3 is its end.
        $chain = fn (float $share): Chain => new Chain(
            [[new Step(1, 0.7, 10.0), new Step(1, 0.3, 20.0, 2, $share)], [], [new Step(3, 0.5, 8.0), new Step(2, 0.5, 8.0)], []],
        );

        self::assertEqualsWithDelta([1.0, 1.0, 0.6, 0.3], $chain(1.0)->visits(0), 1e-12);
        self::assertEqualsWithDelta(13.0 + 0.3 * 16.0, $chain(1.0)->seconds(0)['mean'], 1e-12);
        // 16 s in the mean, with the variance of a geometric number of tries (2) times 8 squared.
        self::assertEqualsWithDelta(0.7 * 10.0 ** 2 + 0.3 * (36.0 ** 2 + 128.0) - 17.8 ** 2, $chain(1.0)->seconds(0)['variance'], 1e-9);
        self::assertEqualsWithDelta([1.0, 1.0, 0.3, 0.15], $chain(0.5)->visits(0), 1e-12);
        self::assertEqualsWithDelta(13.0 + 0.15 * 16.0, $chain(0.5)->seconds(0)['mean'], 1e-12);
    }

    public function test_what_never_ends_is_said_to(): void
    {
        $this->expectException(\DomainException::class);
        self::chain([[1 => 1.0], [0 => 1.0]])->visits(0);
    }

    /** @param  list<array<int, float>>  $rows  chances by node, each step a second */
    private static function chain(array $rows): Chain
    {
        return new Chain(
            array_map(
                static fn (array $row): array => array_map(static fn (int $to): Step => new Step($to, $row[$to], 1.0), array_keys($row)),
                $rows,
            ),
        );
    }
}
