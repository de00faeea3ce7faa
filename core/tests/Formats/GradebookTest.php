<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Formats;

use HiddenLadder\Core\Formats\Gradebook\LineItem;
use HiddenLadder\Core\Formats\Gradebook\Score;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Against 1EdTech LTI Assignment and Grade Services 2.0; its examples are from memory. */
final class GradebookTest extends TestCase
{
    /** The example of section 3.4: 83 of 100, completed and marked. */
    public function test_a_score_is_told_as_in_the_standards_example(): void
    {
        self::assertEquals(
            [
                'timestamp' => '2017-04-16T18:54:36.736Z', 'scoreGiven' => 83, 'scoreMaximum' => 100,
                'activityProgress' => 'Completed', 'gradingProgress' => 'FullyGraded', 'userId' => '5323497',
            ],
            Score::of(0.83, false)->toArray('5323497', 1_492_368_876_736),
        );
    }

    public function test_what_is_still_to_be_read_says_so_and_what_is_taken_back_has_no_points(): void
    {
        self::assertSame('PendingManual', Score::of(0.5, true)->toArray('a', 0)['gradingProgress']);
        self::assertEquals(
            ['userId' => 'a', 'timestamp' => '1970-01-01T00:00:00.007Z', 'activityProgress' => 'Initialized', 'gradingProgress' => 'NotReady'],
            Score::none()->toArray('a', 7),
        );
        // Thirds are told to four digits, and nothing is ever above the maximum.
        self::assertEqualsWithDelta(33.3333, Score::of(1 / 3, false)->toArray('a', 0)['scoreGiven'], 1e-9);
        self::assertEqualsWithDelta(100.0, Score::of(1.0, false)->toArray('a', 0)['scoreGiven'], 1e-9);
    }

    public function test_it_is_the_same_that_was_stored(): void
    {
        $score = Score::of(2 / 3, true);
        $stored = Score::stored($score->share, $score->activity->value, $score->grading->value);
        self::assertTrue($score->isAs($stored));
        self::assertFalse($score->isAs(Score::of(2 / 3, false)));
        self::assertFalse($score->isAs(Score::of(0.66, true)));
        self::assertFalse($score->isAs(Score::none()));
        self::assertFalse(Score::of(0.0, false)->isAs(Score::none()), 'nothing right is a score');
    }

    /** @return iterable<array{string, string}> section 3.4.1: whatever is asked in the column's address stays behind */
    public static function addresses(): iterable
    {
        yield ['https://lms.example.com/context/2923/lineitems/1', 'https://lms.example.com/context/2923/lineitems/1/scores'];
        yield ['https://lms.example.com/context/2923/lineitems/1?type_id=2', 'https://lms.example.com/context/2923/lineitems/1/scores?type_id=2'];
        yield ['https://lms.example.com/context/2923/lineitems/1/', 'https://lms.example.com/context/2923/lineitems/1/scores'];
        yield ['https://lms.example.com/item?a=1&b=?', 'https://lms.example.com/item/scores?a=1&b=?'];
    }

    #[DataProvider('addresses')]
    public function test_scores_go_behind_the_columns_path(string $item, string $scores): void
    {
        self::assertSame($scores, LineItem::scores($item));
    }

    public function test_a_column_is_told_and_found_by_our_id(): void
    {
        self::assertEquals(
            [
                'scoreMaximum' => 100, 'label' => 'Tides', 'resourceId' => 'T1', 'tag' => 'practice', 'startDateTime' => '2026-11-28T08:00:00Z',
            ],
            (new LineItem('Tides', 'T1', '2026-11-28T08:00:00Z', null))->toArray(),
        );
        self::assertSame('https://g.example/items?resource_id=T%201', LineItem::search('https://g.example/items', 'T 1'));
        self::assertSame('https://g.example/items?c=8&resource_id=T1', LineItem::search('https://g.example/items?c=8', 'T1'));
    }
}
