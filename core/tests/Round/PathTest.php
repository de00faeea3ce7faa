<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\ReachabilityCheck;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\Paused;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\RoundTerms;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Ways through a quiz: forks, conditions, free order, handing in whole. */
final class PathTest extends TestCase
{
    private static function d(): Draft
    {
        return new Draft('sample');
    }

    /**
     * @param  array<string, mixed>  $more
     * @param  array<string, mixed>  $question
     * @return array<string, mixed>
     */
    private static function stop(string $name, array $more = [], array $question = []): array
    {
        $d = self::d();

        return $d->asks($name, $d->question($name, 'one-choice', "$name?", [
            $d->right('yes', '', ['id' => $d->id("$name-yes")]), $d->wrong("$name-no", 'no'), $d->wrong("$name-other", 'other'),
        ], '', '', [$d->hint("$name-hint", 'Look.')], '0', $question), $more);
    }

    private static function gives(Walker $walker, string $entry): Walker
    {
        return $walker->answers(Response::choices(self::d()->id(str_ends_with($entry, '-yes') ? $entry : "entry/$entry")));
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> a fork's condition, what is answered, where it then leads */
    public static function forks(): iterable
    {
        $d = self::d();
        $a = ['question' => $d->id('a/question')];
        yield 'always' => [['kind' => 'always'], 'b-yes', 'aside'];
        yield 'an entry' => [['kind' => 'entry', 'entry' => $d->id('entry/b-no')], 'b-no', 'aside'];
        yield 'another entry' => [['kind' => 'entry', 'entry' => $d->id('entry/b-no')], 'b-other', 'hint'];
        yield 'a result' => [['kind' => 'result', 'result' => 'right'], 'b-yes', 'aside'];
        yield 'another result' => [['kind' => 'result', 'result' => 'right'], 'b-no', 'hint'];
        yield 'so many slips' => [['kind' => 'slips', 'atLeast' => 1], 'b-no', 'aside'];
        yield 'not so many slips' => [['kind' => 'slips', 'atLeast' => 2], 'b-no', 'hint'];
        yield 'a score' => [['kind' => 'score', 'atLeast' => 0.9], 'b-yes', 'aside'];
        yield 'a lower score' => [['kind' => 'score', 'below' => 0.9], 'b-yes', 'next'];
        yield 'an objective mastered' => [['kind' => 'mastered', 'objective' => $d->id('goal')], 'b-yes', 'aside'];
        yield 'an objective not mastered' => [['kind' => 'mastered', 'objective' => $d->id('goal'), 'is' => false], 'b-yes', 'next'];
        yield 'no time out' => [['kind' => 'time-out'], 'b-yes', 'next'];
        yield 'an earlier answer' => [['kind' => 'answer', 'entry' => $d->id('a-yes')] + $a, 'b-yes', 'aside'];
        yield 'not that earlier answer' => [['kind' => 'answer', 'entry' => $d->id('entry/a-no')] + $a, 'b-yes', 'next'];
        yield 'an earlier question answered' => [['kind' => 'answered'] + $a, 'b-yes', 'aside'];
        yield 'an earlier question not answered' => [['kind' => 'answered', 'is' => false] + $a, 'b-yes', 'next'];
        yield 'an earlier standing' => [['kind' => 'stood', 'standing' => 'clear'] + $a, 'b-yes', 'aside'];
        yield 'not judged' => [['kind' => 'judged', 'judged' => 'yes'], 'b-yes', 'next'];
    }

    /** @param  array<string, mixed>  $when */
    #[DataProvider('forks')]
    public function test_the_first_fork_that_fits_is_taken(array $when, string $gives, string $leads): void
    {
        $d = self::d();
        $walker = Walker::through(
            [
                self::stop('a', [], ['objectives' => [$d->id('goal')]]),
                self::stop('b', ['forks' => [$d->fork($when, $d->id('aside'))]]),
                self::stop('c'),
            ],
            new Terms, ['objectives' => [['id' => $d->id('goal'), 'text' => 'Know it']]], [$d->reading('aside', 'Aside', 'Words.')],
        );
        self::gives($walker, 'a-yes');
        self::gives($walker->on(), $gives);
        if ($leads === 'hint') {
            $walker->isAt('b', 'b-hint');

            return;
        }
        $walker->on()->isAt(...($leads === 'aside' ? ['b', 'aside'] : ['c']));
    }

    public function test_time_out_and_own_judgement_lead_along_their_forks(): void
    {
        $d = self::d();
        $timed = self::stop('a', ['forks' => [$d->fork(['kind' => 'time-out'], $d->id('finish'))]], ['seconds' => 10]);
        $walker = Walker::through([$timed]);
        $walker->at += 10_000;
        $walker->does(new TimedOut($d->id('a/question')))->on();
        self::assertSame($d->id('finish'), $walker->state->finish);

        $written = $d->asks(
            'w',
            $d->question('w', 'written', 'Why?', [], '', '', [], '0', ['model' => 'So.']),
            ['forks' => [$d->fork(['kind' => 'judged', 'judged' => 'yes'], $d->id('c'))]],
        );
        Walker::through([$written, self::stop('b'), self::stop('c')])->answers(Response::text('x'))->does(
            new \HiddenLadder\Core\Round\Event\JudgedOwn($d->id('w/question'), true),
        )->on()->isAt('c');
    }

    public function test_a_fork_of_a_reading_leads_on_without_an_answer(): void
    {
        $d = self::d();
        $walker = Walker::through(
            [
                self::stop('a'),
                $d->reading('r', 'Read', 'Words.', ['forks' => [$d->fork(['kind' => 'score', 'atLeast' => 1], $d->id('c'))]]),
                self::stop('b'),
                self::stop('c'),
            ],
        );
        $walker->right()->on()->isAt('r')->on()->isAt('c');
    }

    public function test_a_side_stop_forked_to_from_a_drill_or_a_reading_leads_on_to_the_next_stop(): void
    {
        $d = self::d();
        $fork = ['forks' => [$d->fork(['kind' => 'always'], $d->id('aside'))]];
        $aside = [$d->reading('aside', 'Aside', 'Words.')];
        $drill = $d->drill('drill', 'Drill', [self::stop('q')['question']], 1, 1, 'need', $fork);
        Walker::through([$drill, self::stop('b')], new Terms, [], $aside)->right()->on()->isAt('drill', 'aside')->on()->isAt('b');
        Walker::through(
            [$d->reading('r', 'Read', 'Words.', $fork), self::stop('b')],
            new Terms,
            [],
            $aside,
        )->on()->isAt('r', 'aside')->on()->isAt('b');
    }

    public function test_an_extra_stop_lies_on_no_way_and_counts_for_nothing_and_nobody_misses_it(): void
    {
        $extra = ['extra' => true];
        $walker = Walker::through([self::stop('a'), $extra + self::stop('b'), self::stop('c'), $extra + self::stop('d')]);
        self::assertSame(['here', 'upcoming'], $walker->view()['progress']);
        $walker->right()->on()->isAt('c')->right()->on();
        self::assertTrue($walker->state->isFinished());
        self::assertSame(1.0, Score::ofRound($walker->quiz, new Terms, $walker->state)->share());
        self::assertSame(
            [],
            array_filter(
                (new ReachabilityCheck($walker->quiz, new Terms))->findings(),
                static fn (Finding $finding): bool => $finding->message->code === 'inspection.ways.unreached-side-stop',
            ),
        );
    }

    public function test_looking_ahead_refuses_what_the_engine_refuses(): void
    {
        $hidden = ['shownIf' => ['kind' => 'answered', 'question' => self::stop('a')['question']['id']]];
        $walker = Walker::through([self::stop('a'), self::stop('b', $hidden), self::stop('c')], new Terms(freeOrder: true));
        $engine = new Engine($walker->quiz, $walker->terms);
        [$b, $c] = [self::stop('b')['id'], self::stop('c')['id']];
        self::assertNull($engine->ahead($walker->state, new WentTo($b), 0));
        self::assertSame($c, $engine->ahead($walker->state, new WentTo($c), 0)?->stop());
    }

    public function test_a_stop_shows_only_if_its_condition_holds(): void
    {
        $d = self::d();
        $if = ['shownIf' => ['kind' => 'answer', 'question' => $d->id('a/question'), 'entry' => $d->id('entry/a-no')]];
        $stops = [self::stop('a'), self::stop('b', $if), self::stop('c')];
        Walker::through($stops)->right()->on()->isAt('c');
        self::gives(Walker::through($stops, new Terms(tries: 1)), 'a-no')->on()->isAt('b');
    }

    public function test_in_free_order_one_moves_about_skips_and_comes_back(): void
    {
        $d = self::d();
        $back = ['forks' => [$d->fork(['kind' => 'answered', 'question' => $d->id('a/question')], $d->id('finish'))]];
        $walker = Walker::through([self::stop('a'), self::stop('b', $back), self::stop('c')], new Terms(freeOrder: true));
        $walker->does(new Skipped($d->id('a')))->isAt('b')->does(new WentTo($d->id('c')))->right()->on();
        $walker->isAt();
        self::assertSame('overview', $walker->place()['kind']);
        $walker->refuses(new WentTo($d->id('nowhere')), Rule::NoSuchStop);
        $walker->does(new WentTo($d->id('a')))->right()->on()->does(new WentTo($d->id('b')))->right()->on()->isAt();
        $walker->does(new Paused, new WentTo(null), new Finished);
        self::assertTrue($walker->state->isFinished());
        self::assertSame(1.0, $walker->share());
        Walker::through([self::stop('a')])->refuses(new WentTo($d->id('a')), Rule::OrderIsSet)->refuses(new Finished, Rule::OrderIsSet);
    }

    public function test_what_is_left_out_in_free_order_counts_against_the_score(): void
    {
        $walker = Walker::through([self::stop('a'), self::stop('b')], new Terms(freeOrder: true))->right()->on();
        self::assertSame(0.5, $walker->does(new WentTo(null), new Finished)->share());
    }

    public function test_a_model_answer_is_not_sent_while_the_answer_can_still_be_changed(): void
    {
        $d = new Draft('sample');
        $walker = Walker::through(
            [$d->asks('a', $d->question('a', 'written', 'Why?', [], '', '', [], '0', ['model' => 'The Moon pulls.'])), self::stop('b')],
            new Terms(mode: Mode::HandedIn),
        );
        $walker->answers(Response::text('The wind.'))->does(new WentTo($d->id('a')));
        self::assertStringNotContainsString('The Moon pulls.', (string) json_encode($walker->place()));
        $walker->answers(Response::text('The Moon.'))->stands('a', Standing::Answered);
    }

    public function test_a_round_handed_in_whole_is_marked_then_and_what_was_missed_comes_back_with_its_ladders(): void
    {
        $d = self::d();
        $walker = Walker::through([self::stop('a'), self::stop('b'), self::stop('c')], new Terms(mode: Mode::HandedIn));
        self::gives($walker, 'a-no')->isAt('b');
        self::gives($walker, 'b-yes')->stands('b', Standing::Answered);
        $walker->refuses(new AskedForHelp($d->id('c/question')), Rule::NoMoreHelp);
        $walker->does(new WentTo($d->id('a')));
        self::assertSame(
            [null, ['choices' => [$d->id('entry/a-no')]]],
            [$walker->place()['verdict']['result'], $walker->place()['verdict']['response']],
        );
        self::gives($walker, 'a-other');
        $walker->isAt('c');
        self::assertSame(
            [true, true, false],
            array_column(
                (new \HiddenLadder\Core\Round\View\Projection($walker->quiz, $walker->terms))->of($walker->state)['overview']['stops'],
                'answered',
            ),
        );
        $walker->does(new HandedIn)->stands('b', Standing::Clear)->isAt('a');
        self::assertSame('not-right', $walker->place()['verdict']['result']);
        $walker->slips()->isAt('a', 'a-hint')->on()->right()->on()->isAt('c');
        $walker->refuses(new HandedIn, Rule::AlreadyHandedIn)->right()->on();
        self::assertTrue($walker->state->isFinished());
        Walker::through([self::stop('a')])->refuses(new HandedIn, Rule::NotHandedInWhole);
    }

    public function test_a_check_shows_nothing_until_it_may(): void
    {
        $walker = Walker::through([self::stop('a'), self::stop('b')], Terms::for(Purpose::Check));
        self::gives($walker, 'a-no');
        self::gives($walker, 'b-yes')->isAt();
        $walker->does(new HandedIn);
        $hidden = $walker->place();
        self::assertSame([null, 'when-released'], [$hidden['score'], $hidden['later']]);
        self::assertNull($walker->place(new Circumstances(released: true))['later']);
        self::assertSame(
            [[null, ['no'], null], [null, ['yes'], null]],
            array_map(static fn (array $one): array => [$one['standing'], $one['own'], $one['revealed']], $hidden['review']),
        );
        self::assertNull(
            $walker->place(new Circumstances(closed: true))['review'][0]['revealed'],
            'a closing need not come, so it does not show the key',
        );
        $released = $walker->place(new Circumstances(released: true));
        self::assertSame(0.5, $released['score']['share']);
        self::assertSame(
            ['set-aside', ['no'], ['yes']],
            array_values(array_intersect_key($released['review'][0], array_flip(['standing', 'own', 'revealed']))),
        );
    }

    public function test_a_round_over_only_what_was_missed_asks_only_that(): void
    {
        $d = self::d();
        $stops = [$d->reading('r', 'Read', 'Words.', ['staysAtHand' => true]), self::stop('a'), self::stop('b'), self::stop('c')];
        $first = Walker::through($stops, new Terms(tries: 1))->on()->right()->on()->slips()->on()->right()->on();
        $history = History::of($first->quiz, [$first->state], new RoundTerms(onlyMissed: true), 's');
        self::assertSame([$d->id('b/question')], $history->only);
        $second = new Walker($d->quiz('Q', '', $stops, 'End', ''), new Terms, new Started(seed: 's', history: $history));
        $second->isAt('r')->on()->isAt('b');
        self::assertSame(
            ['r', 'Read'],
            ['r', (new \HiddenLadder\Core\Round\View\Projection($second->quiz, new Terms))->of($second->state)['atHand'][0]['title']],
        );
        $second->right()->on();
        self::assertTrue($second->state->isFinished());
        self::assertSame(1.0, $second->share());
        $after = History::of($second->quiz, [$first->state, $second->state], new RoundTerms(onlyMissed: true), 's');
        self::assertNull($after->only, 'nothing is missed any more');
    }

    public function test_stops_and_options_are_mixed_the_same_way_for_the_same_seed_with_pinned_ones_in_place(): void
    {
        $d = self::d();
        $stops = [$d->reading('r', 'Read', 'Words.'), ...array_map(static fn (int $i): array => self::stop("s$i"), range(1, 6))];
        $stops[1]['question']['entries'][2]['pinned'] = true;
        $orders = $options = [];
        foreach (['x', 'x', 'y', 'z', 'w'] as $seed) {
            $walker = new Walker(
                $d->quiz('Q', '', $stops, 'End', ''),
                new Terms(mixStops: true, mixOptions: true),
                new Started(seed: $seed),
            );
            $walker->isAt('r');
            $order = [];
            for ($walker->on(); ! $walker->state->isFinished(); $walker->on()) {
                $order[] = $walker->state->stop();
                if ($walker->state->stop() === $d->id('s1')) {
                    $shown = array_column($walker->place()['question']['options'], 'id');
                    self::assertSame($d->id('entry/s1-other'), $shown[2]);
                    $options[] = implode($shown);
                }
                $walker->right();
            }
            self::assertCount(6, array_unique($order));
            $orders[] = implode($order);
        }
        self::assertSame($orders[0], $orders[1]);
        self::assertGreaterThan(2, count(array_unique($orders)));
        self::assertGreaterThan(1, count(array_unique($options)));
    }

    public function test_comments_belong_to_their_moment(): void
    {
        $d = self::d();
        $walker = Walker::through(
            [
                $d->video(
                    'v',
                    'Film',
                    $d->id('film'),
                    [$d->note('talk', 5, 'What do you think?', 'comments'), $d->note('note', 6, 'Look here.')],
                ),
            ],
        );
        self::assertSame(['comments', 'note'], array_column($walker->place()['notes'], 'kind'));
        $walker->does(new Commented($d->id('talk'), 'So much water!'))->refuses(new Commented($d->id('note'), 'x'), Rule::NotHere);
        $walker->does(new Watched($d->id('v'), 0, 9, 1))->on();
        self::assertTrue($walker->state->isFinished());
    }

    public function test_a_hidden_cue_is_not_told_before_it_comes(): void
    {
        $d = self::d();
        $question = self::stop('a')['question'];
        $walker = Walker::through(
            [$d->video('v', 'Film', $d->id('film'), [$d->cue('cue', 5, $question)], ['cuesShown' => false, 'seeking' => 'free'])],
        );
        self::assertSame([[], 'free'], [$walker->place()['cues'], $walker->place()['seeking']]);
        self::assertSame(5.0, $walker->place()['nextCue'], 'a player has to know shortly before');
        $far = Walker::through([$d->video('v', 'Film', $d->id('film'), [$d->cue('cue', 60, $question)], ['cuesShown' => false])]);
        self::assertNull($far->place()['nextCue']);
        self::assertNull($far->does(new Watched($d->id('v'), 0, 44, 1))->place()['nextCue']);
        self::assertSame(60.0, $far->does(new Watched($d->id('v'), 44, 46, 1))->place()['nextCue']);
        $walker->refuses(new WentOn($d->id('v')), Rule::CueStillOpen)->does(new Watched($d->id('v'), 0, 5, 1))->isAt('v', 'cue');
        $walker->does(new Answered($d->id('a/question'), Response::choices($d->id('a-yes'))))->on()->isAt('v')->on();
        self::assertTrue($walker->state->isFinished());
    }
}
