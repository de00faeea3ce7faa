<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Event\AskedForAlike;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Called;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

/** What happens at one question: tries, shares, rungs, alike questions, own judgement, time. */
final class TriesTest extends TestCase
{
    private Draft $d;

    protected function setUp(): void
    {
        $this->d = new Draft('sample');
    }

    /**
     * @param  list<array<string, mixed>>  $ladder
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private function number(string $name, int $key, array $ladder = [], array $more = []): array
    {
        return $this->d->question(
            $name,
            'number',
            "What is $name?",
            [$this->d->right((string) $key, '', ['id' => $this->d->id("$name-right")])],
            'Yes.',
            'No.',
            $ladder,
            '0',
            $more,
        );
    }

    /** @return list<array<string, mixed>> */
    private function two(): array
    {
        return [$this->d->asks('a', $this->number('a', 1)), $this->d->asks('b', $this->number('b', 2))];
    }

    public function test_a_later_try_gives_its_share_and_after_the_last_the_answer_is_shown(): void
    {
        $terms = new Terms(tries: 2, shares: [1.0, 0.5]);
        $walker = Walker::through($this->two(), $terms)->slips();
        self::assertSame(1, $walker->place()['triesLeft']);
        self::assertNull($walker->place()['revealed']);
        $walker->right();
        self::assertSame(0.5, $walker->record('a')->share);
        $walker->on()->slips()->slips()->stands('b', Standing::Shown);
        self::assertSame(['2'], $walker->place()['revealed']);
        $walker->on();
        self::assertTrue($walker->state->isFinished());
        self::assertSame(0.25, $walker->share());
    }

    public function test_without_reveal_the_answer_stays_hidden_after_the_last_try(): void
    {
        $walker = Walker::through($this->two(), new Terms(tries: 1, reveal: false))->slips();
        self::assertNull($walker->place()['revealed']);
        self::assertNull(array_column($walker->on()->right()->on()->place(new Circumstances(lastRound: true))['review'], 'revealed')[0]);
    }

    public function test_after_it_was_shown_an_alike_question_comes_before_the_finish(): void
    {
        $pool = ['pool' => [$this->number('a-like', 9, [], ['alike' => 'sums'])]];
        $walker = Walker::through(
            [$this->d->asks('a', $this->number('a', 1, [], ['alike' => 'sums'])), $this->d->asks('b', $this->number('b', 2))],
            new Terms(tries: 1),
            $pool,
        );
        $walker->slips()->on()->right()->on()->isAt('a');
        self::assertSame($this->d->id('a-like/question'), $walker->asked()->id);
        $walker->right()->on()->stands('a', Standing::Climbed);
        self::assertTrue($walker->state->isFinished());
    }

    public function test_a_share_that_is_enough_counts_as_right(): void
    {
        $entries = [$this->d->right('Moon'), $this->d->right('Sun'), $this->d->wrong('wind', 'Wind')];
        $question = $this->d->question('pull', 'several-choices', 'What pulls?', $entries, '', '', [], '0', ['scoring' => 'parts']);
        $half = Response::choices($this->d->id('entry/Moon//right'));
        Walker::through([$this->d->asks('pull', $question)])->answers($half)->stands('pull', Standing::OnTheLadder);
        $walker = Walker::through(
            [$this->d->asks('pull', $question)],
            new Terms(enough: 0.5),
        )->answers($half)->stands('pull', Standing::Clear);
        self::assertSame(0.5, $walker->record('pull')->share);
    }

    public function test_a_simpler_question_on_a_ladder_has_a_ladder_of_its_own_and_leads_back_level_by_level(): void
    {
        $simplest = $this->number('simplest', 4);
        $simpler = $this->number('simpler', 3, [$this->d->hint('deep', 'Deeper.'), $this->d->simpler('rung-2', $simplest)]);
        $walker = Walker::through([$this->d->asks('a', $this->number('a', 1, [$this->d->simpler('rung-1', $simpler)]))]);
        $walker->slips()->isAt('a', 'rung-1');
        self::assertTrue($walker->place()['simpler']);
        $walker->slips()->isAt('a', 'rung-1', 'deep')->on()->isAt('a', 'rung-1')->slips()->isAt('a', 'rung-1', 'rung-2');
        $walker->right()->stands('simplest', Standing::Clear)->on()->isAt('a', 'rung-1');
        $walker->right()->stands('simpler', Standing::Climbed)->on()->isAt('a');
        $walker->right()->stands('a', Standing::Climbed);
    }

    public function test_a_simpler_question_can_be_set_aside_past_its_ladder(): void
    {
        $walker = Walker::through([$this->d->asks('a', $this->number('a', 1, [$this->d->simpler('rung-1', $this->number('simpler', 3))]))]);
        $walker->slips()->slips();
        $walker->does(new SetAside($walker->asked()->id))->isAt('a');
        self::assertTrue($walker->record('a')->mayLeave);
    }

    public function test_an_alike_question_comes_by_rule_or_on_request(): void
    {
        $pool = ['pool' => [$this->number('x', 8, [], ['alike' => 'g']), $this->number('y', 9, [], ['alike' => 'g'])]];
        $stops = [$this->d->asks('a', $this->number('a', 1, [$this->d->hint('hint', 'Look.')], ['alike' => 'g']))];
        $byRule = Walker::through($stops, new Terms(alikeAfterSlip: true), $pool)->slips()->isAt('a', 'hint')->on();
        $first = $byRule->asked()->id;
        self::assertContains($first, [$this->d->id('x/question'), $this->d->id('y/question')]);
        $byRule->slips();
        self::assertTrue($byRule->state->verdictShown, 'the verdict is read before another question comes');
        $byRule->on();
        self::assertNotSame($first, $byRule->asked()->id);
        $byRule->right()->stands('a', Standing::Climbed);

        $onRequest = Walker::through($stops, new Terms, $pool);
        $onRequest->refuses(new AskedForAlike($this->d->id('a/question')), Rule::NoneAlike);
        $onRequest->slips()->on();
        self::assertSame($this->d->id('a/question'), $onRequest->asked()->id);
        self::assertTrue($onRequest->place()['mayAskAlike']);
        $onRequest->does(new AskedForAlike($this->d->id('a/question')));
        self::assertNotSame($this->d->id('a/question'), $onRequest->asked()->id);
        Walker::through($stops)->slips()->on()->refuses(new AskedForAlike($this->d->id('a/question')), Rule::NoneAlike);
    }

    public function test_with_two_options_a_slip_brings_an_alike_question_whatever_the_terms_say(): void
    {
        $truth = fn (string $name): array => $this->d->question(
            $name,
            'true-false',
            'So?',
            [$this->d->right('True', '', ['id' => $this->d->id("$name-true")]), $this->d->wrong("$name-false", 'False')],
            '',
            '',
            [],
            '0',
            ['alike' => 't'],
        );
        $walker = Walker::through([$this->d->asks('a', $truth('a'))], new Terms, ['pool' => [$truth('b')]])->slips()->on();
        self::assertSame($this->d->id('b/question'), $walker->asked()->id);
        $alone = Walker::through([$this->d->asks('a', $truth('a'))])->slips()->right();
        self::assertSame([[$this->d->id('a/question'), false]], $alone->state->evidence, 'only the first try is evidence');
    }

    public function test_calling_the_teacher_offers_to_set_aside_and_is_never_the_only_way_on(): void
    {
        $walker = Walker::through(
            [
                $this->d->asks('a', $this->number('a', 1, [$this->d->teacher('call', 'Wave.'), $this->d->hint('after', 'Or look.')])),
                ...array_slice($this->two(), 1),
            ],
        );
        $walker->slips()->isAt('a', 'call')->on();
        self::assertTrue($walker->record('a')->called);
        self::assertTrue($walker->place()['maySetAside']);
        $walker->slips()->isAt('a', 'after')->on()->right()->on()->isAt('b');
        $walker->does(new Called($this->d->id('b/question')), new SetAside($this->d->id('b/question')));
        $walker->refuses(new Called($this->d->id('a/question')), Rule::NotHere);
    }

    public function test_terms_without_help_show_no_rung(): void
    {
        $walker = Walker::through([$this->d->asks('a', $this->number('a', 1, [$this->d->hint('hint', 'Look.')]))], new Terms(help: false));
        $walker->refuses(new AskedForHelp($this->d->id('a/question')), Rule::NoHelp);
        $walker->slips()->isAt('a');
        self::assertFalse($walker->place()['moreHelp']);
        self::assertTrue($walker->place()['maySetAside']);
    }

    public function test_a_written_answer_is_judged_by_its_writer_and_then_read(): void
    {
        $written = $this->d->question(
            'why',
            'written',
            'Why?',
            [],
            '',
            '',
            [$this->d->hint('hint', 'Think.')],
            '0',
            ['model' => 'The Moon pulls.', 'readByTeacher' => true],
        );
        $walker = Walker::through([$this->d->asks('why', $written), $this->d->asks('b', $this->number('b', 2))]);
        self::assertNull($walker->place()['judging']);
        $walker->answers(Response::text('Because.'));
        self::assertSame('The Moon pulls.', $walker->place()['judging']['model']);
        $id = $this->d->id('why/question');
        $walker->refuses(new \HiddenLadder\Core\Round\Event\Answered($id, Response::text('Again')), Rule::NotHere);
        $walker->does(new JudgedOwn($id, false))->isAt('why', 'hint')->on();
        $walker->refuses(new JudgedOwn($id, true), Rule::NotWritten);
        $walker->answers(Response::text('The Moon pulls at it.'))->does(new JudgedOwn($id, true))->stands('why', Standing::ToBeRead);
        $walker->on()->right()->on();
        self::assertTrue($walker->place()['score']['provisional']);
        $walker->does(new Overruled($id, 0.5, 'Say how.'))->stands('why', Standing::Climbed);
        self::assertSame(0.75, $walker->share());
        self::assertFalse($walker->place()['score']['provisional']);
        self::assertSame('Say how.', $walker->place()['review'][0]['comment']);
        $walker->does(new Overruled($id, 0, 'Once more, please.', sendBack: true))->isAt('why');
        $walker->answers(Response::text('Better.'))->does(new JudgedOwn($id, true))->on();
        self::assertTrue($walker->state->isFinished());
        $walker->refuses(new Overruled($this->d->id('nothing'), 1), Rule::NothingToRead);
    }

    public function test_any_score_can_be_overruled_down_too(): void
    {
        $walker = Walker::through($this->two())->right()->on()->right()->on();
        $walker->does(new Overruled($this->d->id('a/question'), 0.0, 'Copied.'))->stands('a', Standing::SetAside);
        self::assertSame(0.5, $walker->share());
    }

    public function test_a_persons_word_is_taken_back_and_it_counts_as_it_was_marked(): void
    {
        $a = $this->d->id('a/question');
        $walker = Walker::through($this->two())->right()->on()->slips()->right()->on();
        $walker->refuses(new Restored($a), Rule::NothingToRead);
        $before = [$walker->state->records, $walker->share()];
        $walker->does(new Overruled($a, 0.0, 'Copied.'), new Overruled($a, 0.5, 'Half of it.'))->stands('a', Standing::SetAside);
        self::assertNotSame($before[1], $walker->share());
        $walker->does(new Restored($a))->stands('a', Standing::Clear);
        self::assertEquals($before, [$walker->state->records, $walker->share()]);
        $walker->refuses(new Restored($a), Rule::NothingToRead);
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());
    }

    public function test_what_was_never_answered_is_given_points_when_the_round_is_over(): void
    {
        $walker = Walker::through($this->two(), new Terms(mode: Mode::HandedIn, missedComeBack: false));
        $b = $this->d->id('b/question');
        $walker->right()->refuses(new Overruled($b, 1), Rule::NothingToRead);
        $walker->does(new HandedIn);
        self::assertSame(0.5, $walker->share());
        $walker->refuses(new Overruled($b, 0, 'Write something.', true), Rule::NothingToRead);
        $walker->does(new Overruled($b, 1, 'Told me by heart.'));
        self::assertSame(1.0, $walker->share());
        $walker->does(new Restored($b))->stands('b', Standing::SetAside);
        self::assertSame(0.5, $walker->share());
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());
    }

    public function test_polls_hand_ins_and_questions_without_a_key_are_noted_or_wait_to_be_read(): void
    {
        $poll = $this->d->question('poll', 'poll', 'Like it?', [$this->d->wrong('yes', 'Yes'), $this->d->wrong('no', 'No')], '', '', []);
        $free = $this->d->question('free', 'short-text', 'Your word?', [], '', '', [], '0', ['keyless' => true]);
        $hand = $this->d->question('hand', 'hand-in', 'A picture', [], '', '', [], '0', ['accepts' => ['picture']]);
        $walker = Walker::through([$this->d->asks('poll', $poll), $this->d->asks('free', $free), $this->d->asks('hand', $hand)]);
        $walker->right()->stands('poll', Standing::Noted)->on()->answers(Response::text('Foam'))->stands('free', Standing::Noted)->on();
        $walker->answers(Response::files($this->d->id('photo')))->stands('hand', Standing::ToBeRead)->on();
        self::assertSame(0.0, $walker->share(), 'only what is handed in has points');
        self::assertSame([], $walker->state->evidence);
        self::assertSame('1 file', $walker->place()['review'][2]['own'][0]);
    }

    public function test_time_out_is_a_slip_without_an_answer(): void
    {
        $stops = [
            $this->d->asks('a', $this->number('a', 1, [$this->d->hint('hint', 'Look.')], ['seconds' => 30])),
            ...array_slice($this->two(), 1),
        ];
        $walker = new Walker(
            $this->d->quiz('Q', '', $stops, 'End', ''),
            new Terms,
            new \HiddenLadder\Core\Round\Event\Started(seed: 's', extraTime: 1.5),
        );
        $id = $this->d->id('a/question');
        self::assertSame($walker->at + 45_000, $walker->place()['ends'], '30 seconds, half as much again');
        $walker->at += 44_000;
        $walker->refuses(new TimedOut($id), Rule::NoTimeLimit);
        $walker->at += 10_000;
        $walker->refuses(new \HiddenLadder\Core\Round\Event\Answered($id, Response::text('1')), Rule::TimeOver);
        $walker->does(new TimedOut($id))->isAt('a', 'hint');
        self::assertTrue($walker->place()['verdict']['timedOut']);
        self::assertSame([1, 1], [$walker->record('a')->tries, $walker->record('a')->slips]);
        $walker->at += 100_000;
        $walker->on();
        self::assertSame($walker->at + 45_000, $walker->place()['ends'], 'back from help the time begins anew');
        $walker->right()->on()->refuses(new TimedOut($this->d->id('b/question')), Rule::NoTimeLimit);
    }

    public function test_the_round_s_time_ends_it(): void
    {
        $walker = Walker::through($this->two(), new Terms(secondsForRound: 600));
        $walker->refuses(new TimedOut(null), Rule::NoTimeLimit);
        $walker->at += 606_000;
        $walker->refuses(new \HiddenLadder\Core\Round\Event\Answered($this->d->id('a/question'), Response::text('1')), Rule::TimeOver);
        $walker->does(new TimedOut(null));
        self::assertTrue($walker->state->isFinished());
        self::assertNull($walker->state->finish);
        self::assertSame(0.0, $walker->share(), 'what was not reached counts');
    }

    public function test_a_stop_that_need_not_be_answered_can_be_left_out(): void
    {
        $walker = Walker::through([$this->d->asks('a', $this->number('a', 1), ['required' => false]), ...array_slice($this->two(), 1)]);
        self::assertTrue($walker->place()['maySkip']);
        $walker->does(new Skipped($this->d->id('a')))->isAt('b');
        $walker->refuses(new Skipped($this->d->id('b')), Rule::MustBeAnswered)->refuses(new Skipped($this->d->id('a')), Rule::NotHere);
    }

    public function test_almost_right_costs_a_try_only_where_the_terms_say_so(): void
    {
        $question = $this->d->question(
            'tide',
            'short-text',
            'The word?',
            [$this->d->right('neap tide')],
            '',
            '',
            [],
            '0',
            ['text' => ['spelling' => 'ask']],
        );
        $walker = Walker::through([$this->d->asks('tide', $question)])->answers(Response::text('neap tyde'));
        self::assertSame(
            [0, 'spelling', 'unclear'],
            [$walker->record('tide')->tries, $walker->place()['verdict']['near'], $walker->place()['verdict']['result']],
        );
        $strict = Walker::through([$this->d->asks('tide', $question)], new Terms(almostCosts: true))->answers(Response::text('neap tyde'));
        self::assertSame([1, 1], [$strict->record('tide')->tries, $strict->record('tide')->slips]);
    }
}
