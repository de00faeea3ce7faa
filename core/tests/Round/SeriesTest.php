<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Drills and staircases (rules of the job, "The round"). */
final class SeriesTest extends TestCase
{
    /** @return list<array<string, mixed>> */
    private static function questions(string $prefix, int $count, bool $help = false): array
    {
        $d = new Draft('sample');
        $questions = [];
        for ($i = 1; $i <= $count; $i++) {
            $ladder = $help ? [$d->hint("$prefix-$i-hint", 'Look.')] : [];
            $questions[] = $d->question(
                "$prefix-$i",
                'number',
                "Question $i",
                [$d->right((string) $i, '', ['id' => $d->id("$prefix-$i-right")])],
                '',
                '',
                $ladder,
            );
        }

        return $questions;
    }

    /** @return array<string, mixed> */
    private static function drill(int $count, int $deal, int $need, string $ends, bool $help = false): array
    {
        return (new Draft('sample'))->quiz(
            'Drill',
            '',
            [(new Draft('sample'))->drill('drill', 'Drill', self::questions('q', $count, $help), $deal, $need, $ends)],
            'End',
            '',
        );
    }

    /** @return list<string> the questions dealt until it ends, with slips at those positions (from 0) */
    private static function dealt(Walker $walker, int ...$slips): array
    {
        $dealt = [];
        while (! $walker->state->isFinished() && count($dealt) < 50) {
            $position = count($dealt);
            $dealt[] = $walker->asked()->id;
            in_array($position, $slips, true) ? $walker->slips() : $walker->right();
            $walker->on();
        }

        return $dealt;
    }

    public function test_a_drill_deals_questions_by_lot_each_once_and_ends_when_enough_are_right(): void
    {
        $walker = new Walker(self::drill(6, 4, 3, 'need'));
        $dealt = self::dealt($walker);
        self::assertCount(3, array_unique($dealt));
        self::assertCount(3, $dealt);
        self::assertSame(1.0, $walker->share());
        $orders = [];
        foreach (range(1, 12) as $seed) {
            $orders[] = implode(self::dealt(new Walker(self::drill(6, 4, 3, 'need'), new Terms, new Started(seed: "round $seed"))));
        }
        self::assertGreaterThan(3, count(array_unique($orders)));
        self::assertSame($dealt, self::dealt(new Walker(self::drill(6, 4, 3, 'need'))), 'the same seed deals the same');
    }

    public function test_a_drill_that_ends_with_its_deal_says_not_yet(): void
    {
        $walker = new Walker(self::drill(6, 4, 3, 'deal'));
        self::assertCount(4, self::dealt($walker, 0, 1));
        $series = $walker->state->series[$walker->draft->id('drill')];
        self::assertSame([2, true, false], [$series->right(), $series->ended, $series->met]);
        self::assertEqualsWithDelta(2 / 3, $walker->share(), 1e-12);
        self::assertSame([], $walker->place()['left'], 'what a drill leaves open is not listed question by question');
    }

    public function test_a_drill_gives_all_or_none_of_its_points_where_it_says_so(): void
    {
        $document = self::drill(6, 4, 3, 'deal');
        $document['stops'][0]['credit'] = 'all';
        $walker = new Walker($document);
        self::dealt($walker, 0, 1);
        self::assertSame(0.0, $walker->share());
        $walker = new Walker($document);
        self::dealt($walker, 0);
        self::assertSame(1.0, $walker->share());
        $document['stops'][0]['credit'] = 'share';
        $walker = new Walker($document);
        self::dealt($walker, 0, 1);
        self::assertEqualsWithDelta(2 / 3, $walker->share(), 1e-12);
    }

    public function test_a_further_deal_brings_back_what_was_missed_before_what_was_right(): void
    {
        $walker = new Walker(self::drill(5, 3, 3, 'need'));
        $dealt = self::dealt($walker, 0, 1);
        self::assertCount(5, $dealt);
        self::assertSame(
            [$dealt[0], $dealt[1]],
            array_values(array_intersect([$dealt[0], $dealt[1]], array_slice($dealt, 3))),
            'the two missed ones come back at once',
        );
    }

    public function test_no_missed_question_is_left_where_the_rule_forbids_it(): void
    {
        $walker = new Walker(self::drill(5, 3, 2, 'none-missed'));
        $dealt = self::dealt($walker, 0);
        self::assertContains($dealt[0], array_slice($dealt, 1));
        self::assertSame([], $walker->state->series[$walker->draft->id('drill')]->missed());
    }

    public function test_further_rounds_deal_what_was_missed_first_then_what_was_not_seen(): void
    {
        $d = new Draft('sample');
        $ids = array_map(static fn (int $i): string => $d->id("q-$i/question"), range(1, 6));
        $history = new History(missed: [$ids[1]], seen: [$ids[0], $ids[1], $ids[2]]);
        $walker = new Walker(self::drill(6, 4, 4, 'deal'), new Terms, new Started(seed: 'second', history: $history));
        self::assertEqualsCanonicalizing([$ids[1], $ids[3], $ids[4], $ids[5]], self::dealt($walker));
    }

    public function test_a_slip_in_a_drill_shows_a_rung_and_goes_on_to_another_question(): void
    {
        $walker = new Walker(self::drill(4, 2, 2, 'need', help: true));
        $first = $walker->asked()->id;
        $walker->slips();
        self::assertSame('hint', $walker->place()['rung']['kind']);
        $walker->on();
        self::assertNotSame($first, $walker->asked()->id);
        self::assertSame(
            ['drill', 2, 0, 2],
            array_values(array_intersect_key($walker->place()['series'], array_flip(['kind', 'dealt', 'right', 'need']))),
        );
        $second = $walker->asked()->id;
        $walker->does(new AskedForHelp($second))->on();
        self::assertSame($second, $walker->asked()->id, 'help that was asked for leads back');
        $walker->right()->on();
        self::assertSame($first, $walker->asked()->id);
    }

    public function test_nobody_is_held_in_a_drill_beyond_its_deal(): void
    {
        $walker = new Walker(self::drill(3, 2, 3, 'need'));
        $walker->refuses(new SetAside($walker->asked()->id), Rule::NotYetPastTheLadder);
        $walker->slips()->on()->slips()->on();
        $walker->does(new SetAside($walker->asked()->id));
        self::assertTrue($walker->state->returning);
        $walker->does(new SetAside($walker->asked()->id));
        self::assertTrue($walker->state->isFinished());
    }

    /** @return array<string, mixed> */
    private static function staircase(int $levels, int $longest = 20): array
    {
        $d = new Draft('sample');

        return $d->quiz(
            'Stairs',
            '',
            [
                $d->staircase(
                    'stairs',
                    'Stairs',
                    array_map(static fn (int $level): array => self::questions("level-$level", 2), range(1, $levels)),
                    [$d->hint('stair-hint', 'Up you go.'), $d->hint('stair-hint-2', 'Really.')],
                    $longest,
                ),
            ],
            'End',
            '',
        );
    }

    private static function level(Walker $walker): int
    {
        return $walker->place()['series']['level'];
    }

    /** @return iterable<array{int, int}> */
    public static function middles(): iterable
    {
        yield [2, 1];
        yield [3, 2];
        yield [4, 2];
        yield [5, 3];
    }

    /** The middle level, the lower middle of an even number. */
    #[DataProvider('middles')]
    public function test_a_staircase_starts_in_the_middle(int $levels, int $middle): void
    {
        self::assertSame($middle, self::level(new Walker(self::staircase($levels))));
    }

    public function test_right_goes_up_and_a_slip_down_and_right_at_the_top_is_the_end(): void
    {
        $walker = new Walker(self::staircase(3));
        $walker->slips()->on();
        self::assertSame(1, self::level($walker));
        $walker->right()->on()->right()->on();
        self::assertSame(3, self::level($walker));
        $walker->right()->on();
        self::assertTrue($walker->state->isFinished());
        self::assertSame(1.0, $walker->share());
    }

    public function test_a_slip_at_the_lowest_level_shows_the_next_rung_and_another_question(): void
    {
        $walker = new Walker(self::staircase(2, 6));
        $first = $walker->asked()->id;
        $walker->slips()->isAt('stairs', 'stair-hint')->on();
        self::assertNotSame($first, $walker->asked()->id);
        $walker->slips()->isAt('stairs', 'stair-hint-2')->on()->slips()->isAt('stairs');
        self::assertCount(2, $walker->place()['seen']);
        self::assertTrue($walker->state->verdictShown);
    }

    public function test_a_staircase_ends_after_so_many_questions_with_the_level_reached(): void
    {
        $walker = new Walker(self::staircase(4, 4));
        $walker->right()->on()->slips()->on()->right()->on()->slips()->on();
        self::assertTrue($walker->state->isFinished());
        self::assertSame(0.5, $walker->share(), 'level 2 of 4 was reached with a right answer');
    }

    public function test_never_the_same_question_twice_in_a_row_where_there_is_another(): void
    {
        $walker = new Walker(self::staircase(2, 12));
        $last = null;
        while (! $walker->state->isFinished()) {
            self::assertNotSame($last, $walker->asked()->id);
            $last = $walker->asked()->id;
            $walker->slips()->on();
        }
        self::assertSame(Standing::SetAside, $walker->state->record((string) $last)->standing);
    }
}
