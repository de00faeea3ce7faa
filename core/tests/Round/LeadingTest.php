<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Event\LetGo;
use HiddenLadder\Core\Round\Event\MovedFromFront;
use HiddenLadder\Core\Round\Event\Reopened;
use HiddenLadder\Core\Round\Event\Revealed;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

/** A round while its class is led from the front (rules of the job, "From the front"). */
final class LeadingTest extends TestCase
{
    private static function d(): Draft
    {
        return new Draft('sample');
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private static function stop(string $name, array $more = []): array
    {
        return self::d()->asks($name, self::question($name), $more);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private static function question(string $name, array $more = []): array
    {
        $d = self::d();

        return $d->question($name, 'one-choice', "$name?", [
            $d->right('yes', 'Indeed.', ['id' => $d->id("$name-yes")]), $d->wrong("$name-no", 'no', 'Not so.'), $d->wrong("$name-other", 'other'),
        ], '', '', [$d->hint("$name-hint", 'Look.')], '0', $more);
    }

    /** Three stops and one beside the way. */
    private static function led(Terms $terms = new Terms): Walker
    {
        return Walker::through(
            [self::stop('a'), self::stop('b'), self::stop('c'), self::stop('more', ['extra' => true, 'required' => true])],
            $terms,
        );
    }

    private static function front(Walker $walker, string $stop, bool $closed = false, bool $atOnce = false): Walker
    {
        $front = new Front(self::d()->id($stop), null, $closed, $atOnce);
        if ($walker->state->ownPlace === null || ! $front->leads($walker->state)) {
            $walker->does(new MovedFromFront($front->stop));
        }
        $walker->front = $front;

        return $walker;
    }

    private static function gives(Walker $walker, string $entry): Walker
    {
        return $walker->answers(Response::choices(self::d()->id(str_ends_with($entry, '-yes') ? $entry : "entry/$entry")));
    }

    private static function same(Walker $walker): void
    {
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray(), 'a refold reads no sitting');
    }

    public function test_nothing_of_an_answer_is_told_before_the_reveal(): void
    {
        $d = self::d();
        $walker = self::front(self::led(), 'a');
        foreach (['a-yes', 'a-no', 'a-yes'] as $entry) {
            self::gives($walker, $entry)->isAt('a')->stands('a', Standing::Answered);
            $place = $walker->place();
            self::assertSame(
                [true, false, null, false],
                [$place['waits'], $place['verdictShown'], $place['verdict']['result'], $place['moreHelp']],
            );
            self::assertSame(0, array_sum(array_diff_key($walker->view()['standings'], ['untouched' => 1, 'answered' => 1])));
        }
        $walker->refuses(new WentOn($d->id('a')), Rule::FromTheFront)->refuses(new AskedForHelp($d->id('a/question')), Rule::FromTheFront);
        self::front($walker, 'a', closed: true);
        $walker->refuses(new Answered($d->id('a/question'), Response::choices($d->id('a-no'))), Rule::FromTheFront);
        $walker->does(new Revealed($d->id('a/question')))->stands('a', Standing::Clear);
        self::assertSame('right', $walker->place()['verdict']['result']);
        self::assertSame(['yes'], $walker->place()['revealed']);
        $walker->refuses(new MovedFromFront($d->id('nowhere')), Rule::NoSuchStop)
            ->refuses(new Revealed($d->id('b/question')), Rule::NotHere)
            ->refuses(new MovedFromFront($d->id('a'), $d->id('cue')), Rule::NoSuchStop);
        self::front($walker, 'b');
        $walker->refuses(new Answered($d->id('a/question'), Response::choices($d->id('a-no'))), Rule::FromTheFront);
        self::gives($walker, 'b-no')->does(new Revealed($d->id('b/question')))->stands('b', Standing::Shown);
        self::front($walker, 'c')->does(new Revealed($d->id('c/question')))->stands('c', Standing::Shown);
        self::assertSame(0, $walker->record('c')->tries, 'whoever gave no answer has tried nothing');
        self::same($walker);
    }

    public function test_told_at_once_a_verdict_comes_with_the_answer_and_no_ladder(): void
    {
        $walker = self::front(self::led(), 'a', atOnce: true);
        self::gives($walker, 'a-no')->isAt('a')->stands('a', Standing::OnTheLadder);
        $place = $walker->place();
        self::assertSame(['not-right', ['Not so.'], false], [$place['verdict']['result'], $place['verdict']['feedback'], $place['moreHelp']]);
        self::gives($walker, 'a-yes')->isAt('a')->stands('a', Standing::Climbed);
        self::assertSame('right', $walker->place()['verdict']['result']);
        $walker->refuses(new WentOn(self::d()->id('a')), Rule::FromTheFront);
        self::front($walker, 'b', atOnce: true);
        self::gives($walker, 'b-no')->does(new Revealed(self::d()->id('b/question')))->stands('b', Standing::Shown);
        self::same($walker);
        $walker->front = null;
        $walker->does(new LetGo)->on()->isAt('c');
        self::same($walker);
    }

    public function test_let_go_on_alone_a_round_goes_on_from_where_the_front_stood(): void
    {
        $walker = self::front(self::led(), 'b');
        self::gives($walker, 'b-no');
        $walker->front = null;
        $walker->does(new LetGo)->isAt('b');
        self::assertFalse($walker->place()['waits']);
        $walker->slips()->isAt('b', 'b-hint')->stands('b', Standing::OnTheLadder);
        self::assertSame(1, $walker->record('b')->tries);
        $walker->refuses(new LetGo, Rule::NotLed);
        self::same($walker);
    }

    public function test_gathered_again_each_ones_place_is_kept_where_it_was_further_on(): void
    {
        $walker = self::led();
        self::gives($walker, 'a-yes')->on();
        self::gives($walker, 'b-no')->isAt('b', 'b-hint');
        self::front($walker, 'a')->isAt('a');
        self::assertTrue($walker->place()['verdictShown'], 'what is right stays right');
        $walker->front = null;
        $walker->does(new LetGo)->isAt('b', 'b-hint')->stands('b', Standing::OnTheLadder);
        self::front($walker, 'c')->isAt('c');
        $walker->front = null;
        $walker->does(new LetGo)->isAt('c');
        self::same($walker);
    }

    public function test_in_any_order_of_its_own_a_round_does_not_come_again_to_what_the_front_has_done(): void
    {
        for ($seed = 0; $seed < 8; $seed++) {
            $walker = new Walker(
                self::d()->quiz('Sample', '', [self::stop('a'), self::stop('b'), self::stop('c')], 'End', 'Bye.'),
                new Terms(mixStops: true), new Started(seed: "seed $seed"),
            );
            foreach (['a', 'b'] as $stop) {
                self::gives(self::front($walker, $stop), "$stop-yes")->does(new Revealed(self::d()->id("$stop/question")));
            }
            $walker->front = null;
            $walker->does(new LetGo);
            for ($step = 0; $step < 4 && ! $walker->state->isFinished(); $step++) {
                $walker->state->verdictShown || $walker->record('c')->standing->isRight() ? $walker->on() : $walker->isAt('c')->right();
            }
            self::same($walker);
        }
    }

    public function test_who_has_answered_may_go_beside_the_way_and_is_back_for_the_reveal(): void
    {
        $d = self::d();
        $walker = self::front(self::led(), 'a');
        $walker->refuses(new WentTo($d->id('more')), Rule::FromTheFront);
        self::assertSame([], $walker->view()['beside']);
        self::gives($walker, 'a-yes')->refuses(new WentTo($d->id('b')), Rule::FromTheFront);
        self::assertSame([$d->id('more')], array_column($walker->view()['beside'], 'stop'));
        $walker->does(new WentTo($d->id('more')))->isAt('a', 'more');
        $walker->refuses(new Answered($d->id('a/question'), Response::choices($d->id('a-no'))), Rule::NotHere);
        self::gives($walker, 'more-no')->isAt('a', 'more', 'more-hint');
        $walker->does(new Revealed($d->id('a/question')))->isAt('a')->stands('a', Standing::Clear);
        self::assertTrue($walker->place()['verdictShown']);
        $walker->does(new WentTo($d->id('more')));
        self::gives($walker, 'more-yes')->on()->isAt('a');
        self::assertTrue($walker->place()['verdictShown'], 'what was revealed stands as it stood');
        self::front($walker, 'b');
        self::gives($walker, 'b-yes');
        self::assertSame([], $walker->view()['beside'], 'it is done');
        self::same($walker);
    }

    public function test_one_that_is_beside_the_way_can_be_left_and_waits_for_another_time(): void
    {
        $d = self::d();
        $walker = self::front(self::led(), 'a');
        self::gives($walker, 'a-yes')->does(new WentTo($d->id('more')), new Skipped($d->id('more')))->isAt('a')->stands('a', Standing::Answered);
        self::assertSame([$d->id('more')], array_column($walker->view()['beside'], 'stop'));
        $walker->does(new WentTo($d->id('more')), new MovedFromFront($d->id('b')))->isAt('b');
        self::same($walker);
    }

    public function test_a_video_plays_on_the_board_and_devices_ask_its_questions(): void
    {
        $d = self::d();
        $walker = Walker::through([
            $d->video('video', 'A film', $d->id('film'), [
                $d->cue('cue', 10, $d->question('cue', 'short-text', 'What was it?', [$d->right('ebb'), $d->wrong('flood', 'flood')], '', '', [])),
            ]),
            self::stop('b'),
        ]);
        self::front($walker, 'video');
        self::assertSame(['kind' => 'board', 'frame' => $d->id('video'), 'comments' => null], $walker->place());
        $walker->refuses(new WentOn($d->id('video')), Rule::FromTheFront);
        $walker->does(new MovedFromFront($d->id('video'), $d->id('cue')));
        $walker->front = new Front($d->id('video'), $d->id('cue'));
        $walker->answers(Response::text('ebb'));
        self::assertTrue($walker->place()['waits']);
        $walker->does(new Revealed($d->id('cue/question')));
        self::assertSame(Standing::Clear, $walker->record('cue')->standing);
        self::front($walker, 'video')->isAt('video');
        self::same($walker);
    }

    public function test_no_clock_runs_while_the_class_is_led(): void
    {
        $walker = self::led(new Terms(secondsForRound: 60, secondsForQuestion: 20));
        $walker->at += 10_000;
        self::front($walker, 'a');
        self::assertSame([null, null], [$walker->view()['ends'], $walker->place()['ends']]);
        $walker->at += 3_600_000;
        self::gives($walker, 'a-no')->refuses(new TimedOut(self::d()->id('a/question')), Rule::FromTheFront);
        $walker->front = null;
        $walker->does(new LetGo);
        self::assertSame([$walker->at + 50_000, $walker->at + 20_000], [$walker->view()['ends'], $walker->place()['ends']]);
        self::same($walker);
    }

    public function test_time_that_stood_still_is_given_back_once_where_a_task_closed_while_the_class_was_led(): void
    {
        $walker = self::led(new Terms(secondsForRound: 60));
        $walker->at += 10_000;
        self::front($walker, 'a');
        $walker->at += 5_000;
        $walker->does(new Closed);
        $walker->at += 3_600_000;
        $walker->does(new Reopened);
        $walker->at += 5_000;
        $walker->front = null;
        $walker->does(new LetGo);
        self::assertSame($walker->at + 50_000, $walker->view()['ends']);
        self::same($walker);
    }

    public function test_what_is_handed_in_whole_or_checked_is_led_too_and_nothing_more_is_told_than_its_terms_let(): void
    {
        foreach ([new Terms(mode: Mode::HandedIn), Terms::for(Purpose::Check)] as $terms) {
            $walker = self::front(self::led($terms), 'b');
            self::assertSame([null, null], [$walker->view()['overview'], $walker->view()['page']]);
            self::gives($walker, 'b-no')->isAt('b')->stands('b', Standing::Answered);
            $walker->does(new Revealed(self::d()->id('b/question')))->isAt('b')->stands('b', Standing::Shown);
            self::assertNull($walker->place()['verdict']['result'] ?? null);
            $walker->front = null;
            $walker->does(new LetGo)->isAt('a');
            self::same($walker);
        }
    }

    public function test_all_are_asked_the_same_also_where_another_question_stood_in(): void
    {
        $d = self::d();
        $walker = Walker::through(
            [$d->asks('a', self::question('a', ['alike' => 'g'])), self::stop('b')],
            new Terms(alikeAfterSlip: true), ['pool' => [self::question('x', ['alike' => 'g'])]],
        );
        self::gives($walker, 'a-no')->on();
        self::assertSame($d->id('x/question'), $walker->asked()->id);
        self::front($walker, 'a');
        self::assertSame($d->id('a/question'), $walker->asked()->id);
        self::same($walker);
    }
}
