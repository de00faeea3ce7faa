<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\CameTo;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Reopened;
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\Result\HowFar;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A task closes in the middle of a round, opens again, and gets what was made before; and what a person says of a round. */
final class ClosingTest extends TestCase
{
    /** @return array<string, mixed> */
    private static function stop(string $name): array
    {
        $d = new Draft('sample');

        return $d->asks(
            $name,
            $d->question(
                $name,
                'number',
                "$name?",
                [$d->right('1', '', ['id' => $d->id("$name-right")])],
                '',
                '',
                [$d->hint("$name-hint", 'Count.')],
            ),
        );
    }

    /** @return array<string, mixed> */
    private static function written(string $name): array
    {
        $d = new Draft('sample');

        return $d->asks($name, $d->question($name, 'written', "$name?", [], '', '', [], '0', ['model' => 'So.', 'points' => 2]));
    }

    private static function types(Walker $walker, string $question, string $text): Walker
    {
        return $walker->does(new Answered($walker->draft->id("$question/question"), Response::text($text)));
    }

    /** @return iterable<string, array{Terms}> */
    public static function ways(): iterable
    {
        yield 'as one goes' => [new Terms];
        yield 'handed in whole' => [new Terms(mode: Mode::HandedIn)];
        yield 'in any order' => [new Terms(freeOrder: true)];
        yield 'with a clock' => [new Terms(secondsForQuestion: 60, secondsForRound: 600)];
    }

    #[DataProvider('ways')]
    public function test_closing_marks_what_stands_and_opening_again_goes_on_from_there(Terms $terms): void
    {
        $walker = Walker::through([self::stop('a'), self::stop('b'), self::stop('c')], $terms);
        self::types($walker, 'a', '1');
        $terms->mode === Mode::HandedIn ? $walker->isAt('b') : $walker->on();
        self::types($walker, 'b', '2');
        $before = $walker->state->toArray();
        $walker->does(new Closed);
        self::assertTrue($walker->state->isFinished());
        self::assertSame([Standing::Clear, Standing::Untouched], [$walker->record('a')->standing, $walker->record('c')->standing]);
        self::assertTrue($walker->record('b')->standing->isMissed());
        self::assertEqualsWithDelta(1 / 3, $walker->share(), 1e-12);
        $walker->refuses(new WentOn($walker->draft->id('b')), Rule::RoundFinished)->refuses(new Closed, Rule::RoundFinished);
        $walker->does(new Reopened);
        $after = $walker->state->toArray();
        unset($before['number'], $after['number']);
        self::assertEquals($before, $after);
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());
        self::assertEquals($walker->state, State::fromArray($walker->state->toArray()));
        $walker->refuses(new Reopened, Rule::RoundFinished);
    }

    #[DataProvider('ways')]
    public function test_how_far_a_round_is_goes_by_the_stops_that_want_nothing_more(Terms $terms): void
    {
        $walker = Walker::through([self::stop('a'), self::stop('b'), self::stop('c')], $terms);
        $far = static fn (): float => HowFar::of($walker->quiz, $terms, $walker->state);
        self::assertSame(0.0, $far());
        self::types($walker, 'a', '1');
        self::assertEqualsWithDelta(1 / 3, $far(), 1e-12);
        $terms->mode === Mode::HandedIn ? $walker->isAt('b') : $walker->on();
        self::types($walker, 'b', '2');
        // A slip wants another try, unless it is handed in whole.
        self::assertEqualsWithDelta($terms->mode === Mode::HandedIn ? 2 / 3 : 1 / 3, $far(), 1e-12);
        $walker->does(new Closed);
        self::assertLessThan(1.0, $far(), 'Closed early, it is as far as it came.');
    }

    public function test_whoever_came_to_a_finish_is_all_the_way_there(): void
    {
        $walker = Walker::through([self::stop('a'), self::stop('b')]);
        self::types($walker, 'a', '1')->on();
        self::types($walker, 'b', '1')->on();
        self::assertTrue($walker->state->isFinished());
        self::assertSame(1.0, HowFar::of($walker->quiz, $walker->terms, $walker->state));
    }

    public function test_the_clock_stands_still_while_a_task_is_closed(): void
    {
        $walker = Walker::through([self::stop('a')], new Terms(secondsForRound: 60))->does(new Closed);
        $walker->at += 3_600_000;
        $walker->does(new Reopened);
        $walker->at += 30_000;
        self::types($walker, 'a', '1')->stands('a', Standing::Clear);
    }

    #[DataProvider('ways')]
    public function test_what_was_made_before_closing_counts_and_the_round_stays_closed(Terms $terms): void
    {
        $walker = Walker::through([self::stop('a'), self::stop('b')], $terms);
        $walker->does(new Closed);
        $walker->doesLate(new Answered($walker->draft->id('a/question'), Response::text('1')))->stands('a', Standing::Clear);
        self::assertTrue($walker->state->isFinished());
        self::assertEqualsWithDelta(0.5, $walker->share(), 1e-12);
        if ($terms->mode !== Mode::HandedIn) {
            $walker->doesLate(new WentOn($walker->draft->id('a')));
        }
        $walker->doesLate(new Answered($walker->draft->id('b/question'), Response::text('1')))->stands('b', Standing::Clear);
        self::assertEqualsWithDelta(1.0, $walker->share(), 1e-12);
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());
    }

    public function test_what_a_person_said_of_an_answer_while_it_was_closed_stays(): void
    {
        $walker = Walker::through([self::stop('a'), self::stop('b')], new Terms(mode: Mode::HandedIn));
        self::types($walker, 'a', '5');
        $walker->does(new Closed, new Overruled($walker->draft->id('a/question'), 1, 'Seen.'), new Reopened);
        self::assertSame([1.0, 'Seen.'], [$walker->record('a')->overruled, $walker->record('a')->comment]);
        $walker->isAt('b');
    }

    public function test_a_written_answer_that_was_handed_in_whole_comes_back_to_be_judged(): void
    {
        $walker = Walker::through([self::stop('a'), self::written('w')], new Terms(mode: Mode::HandedIn));
        self::types($walker, 'a', '1');
        self::types($walker, 'w', 'Because.');
        $walker->does(new HandedIn)->isAt('w');
        self::assertSame('So.', $walker->place()['judging']['model']);
        $walker->does(new JudgedOwn($walker->draft->id('w/question'), true))->on()->stands('w', Standing::Clear);
        self::assertSame(1.0, $walker->share());
    }

    public function test_where_nothing_comes_back_a_person_reads_it_and_until_then_the_score_is_provisional(): void
    {
        $walker = Walker::through([self::stop('a'), self::written('w')], new Terms(mode: Mode::HandedIn, missedComeBack: false));
        self::types($walker, 'a', '1');
        self::types($walker, 'w', 'Because.');
        $walker->does(new HandedIn)->stands('w', Standing::ToBeRead);
        self::assertTrue(Score::ofRound($walker->quiz, $walker->terms, $walker->state)->provisional);
        $walker->does(new Overruled($walker->draft->id('w/question'), 1));
        self::assertSame(1.0, $walker->share());
    }

    public function test_points_by_hand_are_given_to_a_drill_as_a_whole(): void
    {
        $d = new Draft('sample');
        $walker = Walker::through([$d->drill('drill', 'Drill', [self::stop('x')['question'], self::stop('y')['question']], 2, 2, 'deal')]);
        $walker->slips()->on()->slips()->on();
        self::assertTrue($walker->state->isFinished());
        self::assertSame(0.0, $walker->share());
        $walker->refuses(new Overruled($d->id('x/question'), 1), Rule::NothingToRead);
        $walker->refuses(new Overruled(null, 1, stop: $d->id('nowhere')), Rule::NothingToRead);
        $walker->refuses(new Overruled(null, 1, '', true, $d->id('drill')), Rule::NothingToRead);
        $walker->does(new Overruled(null, 0.5, 'Half of it was there.', stop: $d->id('drill')));
        self::assertSame(0.5, $walker->share());
        self::assertFalse(CameTo::of($walker->quiz, $walker->terms, $walker->state)->mastered);
        $walker->does(new Overruled(null, 1, '', stop: $d->id('drill')));
        self::assertTrue(CameTo::of($walker->quiz, $walker->terms, $walker->state)->mastered);
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());
    }

    public function test_what_was_sent_back_by_mistake_is_as_it_was_unless_it_was_written_anew(): void
    {
        $walker = Walker::through([self::stop('a'), self::written('w')], new Terms);
        $w = $walker->draft->id('w/question');
        self::types($walker, 'a', '1')->on();
        self::types($walker, 'w', 'Because.')->does(new JudgedOwn($w, true))->on();
        [$state, $share] = [$walker->state, $walker->share()];
        $walker->at += 5000;
        $walker->does(new Overruled($w, 0, 'Say more.', true))->isAt('w');
        $walker->does(new Restored($w));
        self::assertSame($state->finishedAt, $walker->state->finishedAt);
        self::assertEquals([$state->records, $state->finish, $share], [$walker->state->records, $walker->state->finish, $walker->share()]);
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());

        $walker->does(new Overruled($w, 0, 'Say more.', true));
        self::types($walker, 'w', 'Because of the Moon.')->refuses(new Restored($w), Rule::NothingToRead);
        $walker->does(new JudgedOwn($w, true))->on();
        self::assertTrue($walker->state->isFinished());
        self::assertEquals($walker->state, State::fromArray($walker->state->toArray()));
    }

    public function test_points_that_a_person_gave_a_drill_are_taken_back(): void
    {
        $d = new Draft('sample');
        $walker = Walker::through([
            self::stop('a'), $d->drill('drill', 'Drill', [self::stop('x')['question'], self::stop('y')['question']], 2, 2, 'deal'),
        ], new Terms(mode: Mode::HandedIn, missedComeBack: false));
        $drill = $d->id('drill');
        $walker->refuses(new Overruled(null, 1, stop: $drill), Rule::NothingToRead);
        self::types($walker, 'a', '1');
        $walker->does(new WentTo(null), new HandedIn);
        $share = $walker->share();
        $walker->refuses(new Restored(null, $drill), Rule::NothingToRead)->does(new Overruled(null, 1, stop: $drill));
        self::assertSame(1.0, $walker->share());
        $walker->does(new Restored(null, $drill));
        self::assertSame($share, $walker->share());
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());
    }

    public function test_a_round_that_is_sent_back_is_still_what_it_came_to_until_it_is_finished_again(): void
    {
        $walker = Walker::through([self::stop('a'), self::written('w')], new Terms);
        self::types($walker, 'a', '1')->on();
        self::types($walker, 'w', 'Because.')->does(new JudgedOwn($walker->draft->id('w/question'), true))->on();
        $walker->does(new Overruled($walker->draft->id('w/question'), 0, 'Say more.', true));
        self::assertFalse($walker->state->isFinished());
        self::assertSame(['score' => 1.0, 'mastered' => true], CameTo::of($walker->quiz, $walker->terms, $walker->state)->toArray());
        self::assertEquals($walker->state, State::fromArray($walker->state->toArray()));
    }
}
