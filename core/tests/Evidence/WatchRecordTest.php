<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\StudentEvidence;
use HiddenLadder\Core\Evidence\WatchRecord;
use HiddenLadder\Core\Round\WatchedIntervals;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

final class WatchRecordTest extends TestCase
{
    /** @param  list<list<array{float, float}>>  $rounds  stretches of each */
    private static function student(string $name, array $rounds): StudentEvidence
    {
        return new StudentEvidence($name, array_map(
            static fn (array $stretches): array => ['evidence' => new RoundEvidence([], ['film' => $stretches]), 'score' => null],
            $rounds,
        ));
    }

    public function test_a_further_round_is_no_rewinding_and_leaving_is_not_coming_to_the_end(): void
    {
        $record = new WatchRecord('film', 0, 100);
        $record->add(self::student('ada', [[[0.0, 100.0]], [[0.0, 42.0]]]));
        $record->add(self::student('bram', [[[0.0, 30.0], [20.0, 43.0]]]));
        $record->add(self::student('cleo', [[[0.0, 99.0], [50.0, 60.0]]]));
        $record->add(self::student('davit', [[]]));
        $told = $record->toArray();

        self::assertSame(['ada', 'bram', 'cleo'], array_column($told['students'], 'student'));
        self::assertSame([[[0.0, 42.0, 2], [42.0, 100.0, 1]], 1.0, 142.0, [], [42.0]], [
            $told['students'][0]['strip'], $told['students'][0]['share'], $told['students'][0]['seconds'], $told['students'][0]['jumps'],
            $told['students'][0]['left'],
        ]);
        self::assertSame([[[30.0, 20.0]], [43.0]], [$told['students'][1]['jumps'], $told['students'][1]['left']]);
        self::assertSame([], $told['students'][2]['left']);
        self::assertSame([['at' => 42.0, 'students' => 2]], $told['mostLeft']);
        // Ada's second round is not seen again within a round; of the others no second was by two.
        self::assertSame([], $told['mostAgain']);
        self::assertSame([3, 3, 2], [$told['seen'][0], $told['seen'][41], $told['seen'][43]]);
    }

    public function test_the_share_is_of_what_is_shown(): void
    {
        $record = new WatchRecord('film', 20, 40);
        $record->add(self::student('ada', [[[0.0, 25.0], [35.0, 60.0]]]));
        self::assertEqualsWithDelta(0.5, $record->toArray()['students'][0]['share'], 1e-9);
        self::assertSame(60.0, WatchRecord::lastSeen('film', [self::student('ada', [[[0.0, 60.0]], [[3.0, 4.0]]])]));
    }

    /** How often each second was seen, held against a plain count of seconds. */
    public function test_counts_are_those_of_counting_each_second(): void
    {
        $lot = new Randomizer(new Xoshiro256StarStar(15));
        for ($turn = 0; $turn < 200; $turn++) {
            $watched = [];
            $plain = array_fill(0, 60, 0);
            for ($stretch = 0; $stretch < 8; $stretch++) {
                $from = $lot->getInt(0, 50);
                $to = $from + $lot->getInt(1, 9);
                $watched[] = [(float) $from, (float) $to];
                for ($second = $from; $second < $to; $second++) {
                    $plain[$second]++;
                }
            }
            $counted = array_fill(0, 60, 0);
            foreach ((new WatchedIntervals($watched))->counts() as [$from, $to, $times]) {
                for ($second = (int) $from; $second < $to; $second++) {
                    $counted[$second] += $times;
                }
            }
            self::assertSame($plain, $counted);
        }
    }
}
