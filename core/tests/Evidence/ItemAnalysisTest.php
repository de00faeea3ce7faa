<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\ItemAnalysis;
use PHPUnit\Framework\TestCase;

/** Check values of R's psych are recorded by psych.R. */
final class ItemAnalysisTest extends TestCase
{
    /** How often each pattern of the five answers of LSAT section 6 occurred, 00000 to 11111 (Bock and Lieberman 1970). */
    private const LSAT = [
        3,
        6,
        2,
        11,
        1,
        1,
        3,
        4,
        1,
        8,
        0,
        16,
        0,
        3,
        2,
        15,
        10,
        29,
        14,
        81,
        3,
        28,
        15,
        80,
        16,
        56,
        21,
        173,
        11,
        61,
        28,
        298,
    ];

    /** @return list<list<float>> */
    private static function lsat(): array
    {
        $columns = [[], [], [], [], []];
        foreach (self::LSAT as $pattern => $count) {
            for ($person = 0; $person < $count; $person++) {
                foreach ($columns as $item => $_) {
                    $columns[$item][] = (float) (($pattern >> (4 - $item)) & 1);
                }
            }
        }

        return $columns;
    }

    public function test_lsat_section_6_as_published_and_as_r_s_psych_has_it(): void
    {
        $analysis = new ItemAnalysis(self::lsat());

        self::assertSame(1000, $analysis->count(0));
        self::assertEqualsWithDelta([0.924, 0.709, 0.553, 0.763, 0.870], array_map($analysis->facility(...), range(0, 4)), 1e-12);
        self::assertEqualsWithDelta(0.294997192216, $analysis->alpha(), 1e-11);
        self::assertEqualsWithDelta(
            [0.112832688922, 0.153178120117, 0.172778943291, 0.144428095247, 0.121596402547],
            array_map($analysis->itemRest(...), range(0, 4)),
            1e-11,
        );
    }

    public function test_points_between_nothing_and_all_as_r_s_psych_has_it(): void
    {
        $analysis = new ItemAnalysis([
            [1.0, 0.5, 0.0, 1.0, 0.75, 0.25, 1.0, 0.0], [1.0, 1.0, 0.0, 0.5, 0.5, 0.0, 1.0, 0.5],
            [0.5, 1.0, 0.25, 1.0, 0.0, 0.0, 0.75, 0.25], [0.0, 1.0, 1.0, 0.0, 0.5, 0.5, 0.0, 1.0],
        ]);

        self::assertEqualsWithDelta(0.0606922712186, $analysis->alpha(), 1e-12);
        self::assertEqualsWithDelta(
            [0.105401448113, 0.701048672004, 0.632978871413, -0.604354917014],
            array_map($analysis->itemRest(...), range(0, 3)),
            1e-11,
        );
    }

    /** Kuder and Richardson 1937, formula 20, written out. */
    public function test_alpha_is_formula_20_for_right_and_wrong(): void
    {
        $columns = self::lsat();
        $sums = array_map(static fn (int $person): float => array_sum(array_column($columns, $person)), range(0, 999));
        $mean = array_sum($sums) / 1000;
        $variance = array_sum(array_map(static fn (float $sum): float => ($sum - $mean) ** 2, $sums)) / 1000;
        $pq = array_sum(
            array_map(static fn (array $column): float => array_sum($column) / 1000 * (1 - array_sum($column) / 1000), $columns),
        );

        self::assertEqualsWithDelta(5 / 4 * (1 - $pq / $variance), (new ItemAnalysis($columns))->alpha(), 1e-12);
    }

    public function test_the_upper_and_lower_27_percent_with_those_level_at_the_border_in_part(): void
    {
        // 100 people, none level: the best 27 know it, the worst 27 do not.
        $others = array_map(static fn (int $person): float => $person / 200, range(0, 99));
        $clear = new ItemAnalysis([[...array_fill(0, 50, 0.0), ...array_fill(0, 50, 1.0)], $others]);
        self::assertEqualsWithDelta(1.0, $clear->upperLower(0), 1e-12);
        // All are level at one of two scores: 20 above, 80 below; 7 of the 80 belong to the upper 27.
        $level = new ItemAnalysis([[...array_fill(0, 80, 0.0), ...array_fill(0, 20, 1.0)], array_fill(0, 100, 1.0)]);
        self::assertEqualsWithDelta(20 / 27, $level->upperLower(0), 1e-12);
    }

    public function test_what_cannot_be_told_is_null_and_never_no_number(): void
    {
        foreach ([
            'nobody' => [[], []], 'one person' => [[1.0], [0.0]], 'all right' => [[1.0, 1.0, 1.0], [1.0, 1.0, 1.0]],
            'all wrong' => [[0.0, 0.0], [0.0, 0.0]], 'nobody answered' => [
                [null, null],
                [null, null],
            ], 'one item' => [[1.0, 0.0]], 'no items' => [],
        ] as $columns) {
            $analysis = new ItemAnalysis($columns);
            self::assertNull($analysis->alpha());
            foreach (array_keys($columns) as $item) {
                self::assertNull($analysis->itemRest($item));
            }
        }
        self::assertNull((new ItemAnalysis([[null]]))->facility(0));
        self::assertNull((new ItemAnalysis([[1.0, 0.0]]))->upperLower(0), 'too few for 27 percent');
    }

    public function test_missing_scores_leave_a_person_out_of_that_item_only(): void
    {
        $analysis = new ItemAnalysis([[1.0, 0.0, null, 1.0], [1.0, 0.0, 1.0, 0.0], [1.0, 0.0, 1.0, 1.0]]);

        self::assertSame(3, $analysis->count(0));
        self::assertEqualsWithDelta(2 / 3, $analysis->facility(0), 1e-12);
        // Of persons 1, 2 and 4: scores 1, 0, 1 against rests 1, 0, 1/2.
        self::assertEqualsWithDelta(sqrt(3) / 2, $analysis->itemRest(0), 1e-12);
        self::assertEqualsWithDelta(
            (new ItemAnalysis([[1.0, 0.0, 1.0], [1.0, 0.0, 0.0], [1.0, 0.0, 1.0]]))->alpha(),
            $analysis->alpha(),
            1e-12,
        );
    }
}
