<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\VideoAway;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

/** The walk of one round, rule by rule (rules of the job, "What happens after an answer"). */
final class EngineTest extends TestCase
{
    private State $state;

    protected function setUp(): void
    {
        $this->state = new State;
        $this->does(new Started);
    }

    private function does(Event $event): Applied
    {
        $outcome = (new Engine(Sample::quiz()))->apply($this->state, $event, 1000);
        self::assertInstanceOf(Applied::class, $outcome, $outcome instanceof Refusal ? $outcome->message->code : '');
        $this->state = $outcome->state;

        return $outcome;
    }

    private function isRefused(Event $event, Rule $rule): void
    {
        $before = $this->state->toArray();
        $outcome = (new Engine(Sample::quiz()))->apply($this->state, $event, 1000);
        self::assertInstanceOf(Refusal::class, $outcome);
        self::assertSame($rule, $outcome->rule);
        self::assertSame($before, $this->state->toArray());
    }

    private function chooses(string $entry): void
    {
        $this->does(
            new Answered(
                Sample::id('first/question'),
                Response::choices($entry === 'right' ? Sample::id('entry/yes/Indeed./right') : Sample::id("entry/$entry")),
            ),
        );
    }

    private function isAt(string ...$path): void
    {
        self::assertSame(array_map(Sample::id(...), $path), array_map(static fn ($frame) => $frame->id, $this->state->path));
    }

    private function goesOnFrom(string $frame): void
    {
        $this->does(new WentOn(Sample::id($frame)));
    }

    private function standsAt(string $question, Standing $standing): void
    {
        self::assertSame($standing, $this->state->record(Sample::id("$question/question"))->standing);
    }

    public function test_who_knows_it_walks_straight_over(): void
    {
        $this->chooses('right');
        self::assertTrue($this->state->verdictShown);
        $this->goesOnFrom('first');
        $this->isAt('video');
        $this->does(new Watched(Sample::id('video'), 0, 9.9, 1));
        $this->isAt('video', 'cue');
        $this->does(new Answered(Sample::id('cue/question'), Response::text('Ébb')));
        $this->goesOnFrom('cue');
        $this->isAt('video');
        $this->goesOnFrom('video');
        $this->does(new Answered(Sample::id('last/question'), Response::text('12.4')));
        $last = new WentOn(Sample::id('last'));
        $facts = $this->does($last)->facts;
        self::assertSame([FactKind::Returns, FactKind::Finished], array_column($facts, 'kind'));
        self::assertTrue($this->state->isFinished());
        self::assertSame([Standing::Clear, Standing::Clear, Standing::Clear], array_column($this->state->records, 'standing'));
        self::assertSame(3.0, array_sum(array_column($this->state->records, 'share')));
        $this->isRefused($last, Rule::RoundFinished);
    }

    public function test_each_slip_goes_one_rung_down_and_back_to_the_same_question(): void
    {
        $this->chooses('plain');
        $this->isAt('first', 'hint-1');
        $this->standsAt('first', Standing::OnTheLadder);
        $this->isRefused(new Answered(Sample::id('first/question'), Response::choices(Sample::id('entry/plain'))), Rule::NotHere);
        $this->goesOnFrom('hint-1');
        $this->isAt('first');
        $this->isRefused(new SetAside(Sample::id('first/question')), Rule::NotYetPastTheLadder);
        $this->chooses('plain');
        $this->isAt('first', 'hint-2');
        $this->goesOnFrom('hint-2');
        $this->chooses('right');
        $this->standsAt('first', Standing::Climbed);
        $record = $this->state->record(Sample::id('first/question'));
        self::assertSame([3, 2, 1.0], [$record->tries, $record->slips, $record->share]);
    }

    public function test_past_the_last_rung_it_may_be_set_aside_and_comes_back_before_the_finish(): void
    {
        $this->chooses('plain');
        $this->goesOnFrom('hint-1');
        $this->chooses('plain');
        $this->goesOnFrom('hint-2');
        $this->does(new SetAside(Sample::id('first/question')));
        $this->isAt('video');
        $this->does(new Watched(Sample::id('video'), 0, 10, 1));
        $this->does(new Answered(Sample::id('cue/question'), Response::text('flood')));
        $this->goesOnFrom('cue-hint');
        $this->does(new SetAside(Sample::id('cue/question')));
        $this->isAt('video');
        $this->goesOnFrom('video');
        $this->does(new Answered(Sample::id('last/question'), Response::text('12')));
        $this->goesOnFrom('last');
        self::assertTrue($this->state->returning);
        $this->isAt('first');
        $this->chooses('right');
        $this->goesOnFrom('first');
        $this->isAt('video', 'cue');
        $this->does(new SetAside(Sample::id('cue/question')));
        self::assertTrue($this->state->isFinished());
        $this->standsAt('first', Standing::Climbed);
        $this->standsAt('cue', Standing::SetAside);
    }

    public function test_an_entry_with_a_ladder_of_its_own_leads_down_that_one(): void
    {
        $this->chooses('own');
        $this->isAt('first', 'own-hint');
        $this->goesOnFrom('own-hint');
        $this->chooses('plain');
        $this->isAt('first', 'hint-1');
        $this->goesOnFrom('hint-1');
        $this->chooses('own');
        $this->isAt('first');
        self::assertTrue($this->state->record(Sample::id('first/question'))->mayLeave);
    }

    public function test_an_entry_with_a_fork_leads_to_the_side_stop_and_back(): void
    {
        $this->chooses('forked');
        $this->isAt('first');
        self::assertTrue($this->state->verdictShown);
        $this->goesOnFrom('first');
        $this->isAt('first', 'aside');
        $this->goesOnFrom('aside');
        $this->isAt('first');
        self::assertFalse($this->state->verdictShown);
        $this->chooses('right');
        $this->standsAt('first', Standing::Climbed);
    }

    public function test_help_asked_for_before_any_slip_makes_a_right_answer_climbed(): void
    {
        $this->does(new AskedForHelp(Sample::id('first/question')));
        $this->isAt('first', 'hint-1');
        $this->does(new AskedForHelp(Sample::id('first/question')));
        $this->isAt('first', 'hint-2');
        $this->isRefused(new AskedForHelp(Sample::id('first/question')), Rule::NoMoreHelp);
        $this->goesOnFrom('hint-2');
        $this->chooses('right');
        $this->standsAt('first', Standing::Climbed);
        self::assertSame(0, $this->state->record(Sample::id('first/question'))->slips);
    }

    public function test_without_a_ladder_one_slip_is_enough_to_set_aside(): void
    {
        $this->state = new State;
        $this->does(new Started(Sample::id('last')));
        $this->isRefused(new SetAside(Sample::id('last/question')), Rule::NotYetPastTheLadder);
        $this->does(new Answered(Sample::id('last/question'), Response::text('3')));
        $this->does(new SetAside(Sample::id('last/question')));
        self::assertTrue($this->state->returning);
    }

    public function test_an_unclear_answer_costs_nothing(): void
    {
        $document = Sample::document();
        $document['language'] = 'fr';
        $document['stops'][2]['question']['entries'][0]['key'] = '1250';
        $engine = new Engine(\HiddenLadder\Core\Quiz\QuizDocument::read($document));
        $started = $engine->apply(new State, new Started(Sample::id('last')), 0);
        assert($started instanceof Applied);
        $asked = $engine->apply($started->state, new Answered(Sample::id('last/question'), Response::text('1.250')), 0);
        self::assertInstanceOf(Applied::class, $asked);
        $record = $asked->state->record(Sample::id('last/question'));
        self::assertSame([0, 0, Standing::Untouched], [$record->tries, $record->slips, $record->standing]);
        self::assertSame(['1.25', '1250'], $record->mark?->readings);
    }

    public function test_a_video_cannot_be_left_before_its_questions(): void
    {
        $this->state = new State;
        $this->does(new Started(Sample::id('video')));
        $this->isRefused(new WentOn(Sample::id('video')), Rule::CueStillOpen);
        $this->does(new Watched(Sample::id('video'), 0, 4, 2));
        $this->isAt('video');
        $this->does(new Watched(Sample::id('video'), 30, 30, 1));
        $this->isAt('video');
        $this->does(new Watched(Sample::id('video'), 9, 10, 1));
        $this->isAt('video', 'cue');
    }

    public function test_a_video_that_cannot_be_had_lets_its_student_go_on(): void
    {
        $this->state = new State;
        $this->isRefused(new VideoAway(Sample::id('video')), Rule::NotStarted);
        $this->does(new Started(Sample::id('video')));
        $this->isRefused(new Skipped(Sample::id('video')), Rule::MustBeAnswered);
        $this->isRefused(new VideoAway(Sample::id('first')), Rule::NotHere);
        $this->does(new VideoAway(Sample::id('video')));
        $this->isAt('video');
        $this->state = State::fromArray(json_decode((string) json_encode($this->state->toArray()), true));
        // It may have come meanwhile, and is watched then.
        $this->isRefused(new WentOn(Sample::id('video')), Rule::CueStillOpen);
        $this->does(new Watched(Sample::id('video'), 0, 10, 1));
        $this->isAt('video', 'cue');
        $this->does(new Skipped(Sample::id('cue')));
        self::assertNotSame(Sample::id('video'), $this->state->stop());
        self::assertSame(Standing::Untouched, $this->state->record(Sample::id('cue/question'))->standing);
        $this->isRefused(new VideoAway(Sample::id('video')), Rule::NotHere);
    }

    public function test_what_was_watched_may_be_told_after_going_on(): void
    {
        $this->state = new State;
        $this->does(new Started(Sample::id('video')));
        $this->does(new Watched(Sample::id('video'), 0, 10, 1));
        $this->does(new Answered(Sample::id('cue/question'), Response::text('ebb?')));
        $this->goesOnFrom('cue-hint');
        $this->does(new Answered(Sample::id('cue/question'), Response::text('Ébb')));
        $this->goesOnFrom('cue');
        $this->goesOnFrom('video');
        $before = $this->state->path;
        $this->does(new Watched(Sample::id('video'), 10, 14, 1));
        self::assertEquals($before, $this->state->path);
    }

    public function test_what_cannot_be_done_here_is_refused_by_its_rule(): void
    {
        $this->isRefused(new Started, Rule::AlreadyStarted);
        $this->isRefused(new WentOn(Sample::id('first')), Rule::AnswerFirst);
        $this->isRefused(new WentOn(Sample::id('last')), Rule::NotHere);
        $this->isRefused(new Answered(Sample::id('last/question'), Response::text('12')), Rule::NotHere);
        $this->isRefused(new Answered(Sample::id('first/question'), Response::text('yes')), Rule::UnfitResponse);
        $this->isRefused(new Watched(Sample::id('video'), 0, 1, 1), Rule::NotHere);
        $this->isRefused(new Watched(Sample::id('hint-2'), 0, 1, 1), Rule::NotHere);
        $this->state = new State;
        $this->isRefused(new AskedForHelp(Sample::id('first/question')), Rule::NotStarted);
        $this->isRefused(new Started(Sample::id('nowhere')), Rule::NoSuchStop);
        $empty = Sample::document();
        $empty['stops'] = [];
        $refusal = (new Engine(\HiddenLadder\Core\Quiz\QuizDocument::read($empty)))->apply(new State, new Started, 0);
        self::assertInstanceOf(Refusal::class, $refusal);
        self::assertSame(Rule::NothingToShow, $refusal->rule);
    }

    public function test_a_fork_past_a_question_leaves_it_waiting(): void
    {
        $document = Sample::document();
        $document['stops'][0]['question']['entries'][1]['fork'] = Sample::id('last');
        $document['stops'][2]['question']['entries'][0]['fork'] = Sample::id('finish');
        $engine = new Engine(\HiddenLadder\Core\Quiz\QuizDocument::read($document));
        $state = new State;
        foreach ([
            new Started,
            new Answered(Sample::id('first/question'), Response::choices(Sample::id('entry/plain'))),
            new WentOn(Sample::id('first')),
        ] as $event) {
            $outcome = $engine->apply($state, $event, 0);
            assert($outcome instanceof Applied);
            $state = $outcome->state;
        }
        self::assertSame(Sample::id('last'), $state->stop());
        self::assertSame(Standing::SetAside, $state->record(Sample::id('first/question'))->standing);
        foreach ([new Answered(Sample::id('last/question'), Response::text('12')), new WentOn(Sample::id('last'))] as $event) {
            $outcome = $engine->apply($state, $event, 77);
            assert($outcome instanceof Applied);
            $state = $outcome->state;
        }
        self::assertSame(Sample::id('finish'), $state->finish);
        self::assertSame(77, $state->finishedAt);
    }
}
