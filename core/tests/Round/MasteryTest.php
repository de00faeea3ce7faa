<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Quiz\MasteryTerms;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Result\KnowledgeTracing;
use HiddenLadder\Core\Round\Result\Mastery;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\RoundsSoFar;
use HiddenLadder\Core\Terms\Counts;
use HiddenLadder\Core\Terms\Gates;
use HiddenLadder\Core\Terms\Goal;
use HiddenLadder\Core\Terms\GoalKind;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\RoundTerms;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Terms\TermsInWords;
use HiddenLadder\Core\Tests\Told;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What rounds add up to: mastery, scores, goals, gates, and the words for terms. */
final class MasteryTest extends TestCase
{
    /**
     * Corbett and Anderson 1994, with prior .3, learn .15, slip .1, guess .2, worked by hand.
     *
     * Right: .3 × .9 = .27; .7 × .2 = .14; .27 / .41 = .658537; + .341463 × .15 = .709756.
     * Then not right: .709756 × .1 = .0709756; .290244 × .8 = .2321951; .0709756 / .3031707 = .2341110; + .7658890 × .15 = .3489944.
     */
    public function test_knowledge_is_traced_by_the_published_equations(): void
    {
        $terms = new MasteryTerms;
        self::assertEqualsWithDelta(0.3, KnowledgeTracing::known([], $terms), 1e-12);
        self::assertEqualsWithDelta(0.709756, KnowledgeTracing::known([[true, 0.2]], $terms), 1e-6);
        self::assertEqualsWithDelta(0.3489944, KnowledgeTracing::known([[true, 0.2], [false, 0.2]], $terms), 1e-6);
        self::assertGreaterThan(0.95, KnowledgeTracing::known(array_fill(0, 4, [true, 0.2]), $terms));
        self::assertLessThan(
            KnowledgeTracing::known([[true, 0.2]], $terms),
            KnowledgeTracing::known([[true, 0.5]], $terms),
            'a right guess of two says less',
        );
    }

    /** @return list<array<string, mixed>> */
    private static function stops(int $count): array
    {
        $d = new Draft('sample');

        return array_map(
            static fn (int $i): array => $d->asks(
                "s$i",
                $d->question(
                    "s$i",
                    'number',
                    "$i?",
                    [$d->right((string) $i, '', ['id' => $d->id("s$i-right")])],
                    '',
                    '',
                    [],
                    '0',
                    ['objectives' => [$d->id('goal')]],
                ),
            ),
            range(1, $count),
        );
    }

    /** @param  array<string, mixed>  $mastery */
    private static function walked(array $mastery, string $results): Walker
    {
        $d = new Draft('sample');
        $walker = Walker::through(
            self::stops(strlen($results)),
            new Terms(tries: 1),
            ['mastery' => $mastery, 'objectives' => [['id' => $d->id('goal'), 'text' => 'Count.']]],
        );
        foreach (str_split($results) as $result) {
            ($result === '+' ? $walker->right() : $walker->slips())->on();
        }

        return $walker;
    }

    /** @return iterable<array{array<string, mixed>, string, bool}> rule, results, whether mastered */
    public static function rules(): iterable
    {
        yield [['rule' => 'required'], '+++', true];
        yield [['rule' => 'required'], '++-', false];
        yield [['rule' => 'until-right'], '+++', true];
        yield [['rule' => 'until-right'], '-++', false];
        yield [['rule' => 'right', 'need' => 2], '-++', true];
        yield [['rule' => 'right', 'need' => 3], '-++', false];
        yield [['rule' => 'in-a-row', 'need' => 2], '+-++', true];
        yield [['rule' => 'in-a-row', 'need' => 2], '++-+', false];
        yield [['rule' => 'of-the-last', 'need' => 2, 'last' => 3], '--+-+', true];
        yield [['rule' => 'of-the-last', 'need' => 2, 'last' => 3], '++--+', false];
        yield [['rule' => 'of-the-last', 'need' => 2, 'last' => 3], '+', false];
        yield [['rule' => 'estimate'], '++++', true];
        yield [['rule' => 'estimate'], '+++-', false];
        yield [['rule' => 'estimate', 'level' => 0.7], '+', true];
    }

    /** @param  array<string, mixed>  $mastery */
    #[DataProvider('rules')]
    public function test_each_rule_of_mastery_for_quiz_and_objective(array $mastery, string $results, bool $mastered): void
    {
        $walker = self::walked($mastery, $results);
        $found = new Mastery($walker->quiz);
        self::assertSame($mastered, $found->ofQuiz($walker->terms, [$walker->state])->mastered);
        $objective = $found->ofObjective($walker->draft->id('goal'), [$walker->state]);
        self::assertSame([$mastered, strlen($results)], [$objective->mastered, $objective->tries]);
        self::assertFalse($found->ofObjective('nothing', [$walker->state])->mastered);
        self::assertFalse($found->ofQuiz($walker->terms, [])->mastered);
        self::assertTrue((new Conditions($walker->quiz, $walker->terms))->fork([], null, $walker->state) === null);
    }

    public function test_a_required_stop_may_be_a_drill_or_a_staircase_that_was_met(): void
    {
        $d = new Draft('sample');
        $question = self::stops(1)[0]['question'];
        foreach ([$d->drill('drill', 'D', [$question], 1, 1, 'deal'), $d->staircase('stairs', 'S', [[$question], [['id' => $d->id('other')] + $question]], [], 3)] as $stop) {
            $walker = Walker::through([$stop]);
            while (! $walker->state->isFinished()) {
                $walker->right()->on();
            }
            self::assertTrue((new Mastery($walker->quiz))->ofQuiz(new Terms, [$walker->state])->mastered);
            $missed = Walker::through([$stop]);
            while (! $missed->state->isFinished()) {
                $missed->slips()->on();
            }
            self::assertFalse((new Mastery($missed->quiz))->ofQuiz(new Terms, [$missed->state])->mastered);
        }
    }

    public function test_parts_count_by_their_weights_and_without_by_their_points(): void
    {
        $d = new Draft('sample');
        $stops = self::stops(3);
        $stops[0]['part'] = $stops[1]['part'] = $d->id('first');
        $stops[2]['part'] = $d->id('second');
        $parts = [
            'parts' => [
                ['id' => $d->id('first'), 'title' => 'First', 'weight' => 1],
                ['id' => $d->id('second'), 'title' => 'Second', 'weight' => 3],
            ],
        ];
        $walker = Walker::through($stops, new Terms(tries: 1), $parts)->right()->on()->slips()->on()->right()->on();
        self::assertEqualsWithDelta((1 * 0.5 + 3 * 1.0) / 4, $walker->share(), 1e-12);
        $score = Score::ofRound($walker->quiz, $walker->terms, $walker->state);
        self::assertEqualsWithDelta([0.875 * $score->of(), 3.0], [$score->points(), $score->of()], 1e-12);
        $plain = Walker::through(
            $stops,
            new Terms(tries: 1),
            ['parts' => array_map(static fn (array $part): array => array_diff_key($part, ['weight' => 1]), $parts['parts'])],
        )->right()->on()->slips()->on()->right()->on();
        $score = Score::ofRound($plain->quiz, $plain->terms, $plain->state);
        self::assertEqualsWithDelta([2 / 3, 2.0, 3.0], [$plain->share(), $score->points(), $score->of()], 1e-12);
    }

    public function test_the_finish_has_words_for_the_score(): void
    {
        $d = new Draft('sample');
        $finishes = [
            'finishes' => [
                [
                    'id' => $d->id('finish'),
                    'title' => 'End',
                    'message' => 'Bye.',
                    'byScore' => [
                        ['id' => $d->id('half'), 'from' => 0.5, 'message' => 'Half.'],
                        ['id' => $d->id('all'), 'from' => 1, 'message' => 'All.'],
                    ],
                ],
            ],
        ];
        $end = static fn (string $results): string => (static function (Walker $walker) use ($results): string {
            foreach (str_split($results) as $result) {
                ($result === '+' ? $walker->right() : $walker->slips())->on();
            }

            return $walker->place()['message'];
        })(Walker::through(self::stops(2), new Terms(tries: 1), $finishes));
        self::assertSame(['All.', 'Half.', 'Bye.'], [$end('++'), $end('+-'), $end('--')]);
    }

    public function test_words_for_the_score_wait_for_the_score(): void
    {
        $d = new Draft('sample');
        $finishes = ['finishes' => [['id' => $d->id('finish'), 'title' => 'End', 'message' => 'Bye.', 'byScore' => [
            ['id' => $d->id('half'), 'from' => 0.5, 'message' => 'Half.'],
        ]]]];
        $seen = [Sight::Score->value => SeenWhen::WhenReleased, Sight::Closing->value => SeenWhen::AtOnce] + (new Terms)->seen;
        $walker = Walker::through(self::stops(1), new Terms(tries: 1, seen: $seen), $finishes)->right()->on();
        self::assertSame('Bye.', $walker->place()['message'], 'its own message keeps its moment');
        self::assertNull($walker->place()['score']);
        self::assertSame('Half.', $walker->place(new Circumstances(released: true))['message']);
        $never = Walker::through(self::stops(1), new Terms(tries: 1, seen: [Sight::Closing->value => SeenWhen::Never] + (new Terms)->seen), $finishes)->right()->on();
        self::assertSame('', $never->place()['message']);
    }

    /** @return iterable<array{Counts, float}> */
    public static function counts(): iterable
    {
        yield [Counts::Best, 0.9];
        yield [Counts::Last, 0.6];
        yield [Counts::First, 0.3];
        yield [Counts::Mean, 0.6];
    }

    #[DataProvider('counts')]
    public function test_the_score_that_counts(Counts $counts, float $score): void
    {
        $soFar = new RoundsSoFar(new Terms(rounds: new RoundTerms(limit: 3, pauseMinutes: 10, counts: $counts)), [0.3, 0.9, 0.6], 5000, 3);
        self::assertEqualsWithDelta($score, $soFar->score(), 1e-12);
        self::assertNull($soFar->nextFrom(), 'three of three are done');
        self::assertSame(
            605_000,
            (new RoundsSoFar(new Terms(rounds: new RoundTerms(limit: 4, pauseMinutes: 10)), [0.3, 0.9, 0.6], 5000, 3))->nextFrom(),
        );
        self::assertNull(
            (new RoundsSoFar(new Terms(rounds: new RoundTerms(limit: 2)), [0.3], 5000, 2))->nextFrom(),
            'one that is under way is the last',
        );
        self::assertNull((new RoundsSoFar(new Terms, [], null, 0))->score());
        self::assertSame(0, (new RoundsSoFar(new Terms, [], null, 0))->nextFrom());
    }

    /** @return iterable<array{Goal, list<float>, ?array{done: int, need: int, reached: bool}}> */
    public static function goals(): iterable
    {
        yield [new Goal, [1.0], null];
        yield [new Goal(GoalKind::Rounds, 3), [0.2, 0.4], ['done' => 2, 'need' => 3, 'reached' => false]];
        yield [new Goal(GoalKind::Perfect, 2), [1.0, 0.5, 1.0], ['done' => 2, 'need' => 2, 'reached' => true]];
        yield [new Goal(GoalKind::RoundsOrPerfect, 3), [0.4, 1.0], ['done' => 3, 'need' => 3, 'reached' => true]];
        yield [new Goal(GoalKind::RoundsOrPerfect, 3), [0.4], ['done' => 1, 'need' => 3, 'reached' => false]];
        yield [new Goal(GoalKind::Score, 1, 0.8), [0.5, 0.8], ['done' => 1, 'need' => 1, 'reached' => true]];
    }

    /**
     * @param  list<float>  $scores
     * @param  ?array{done: int, need: int, reached: bool}  $goal
     */
    #[DataProvider('goals')]
    public function test_goals_over_rounds(Goal $of, array $scores, ?array $goal): void
    {
        self::assertSame($goal, (new RoundsSoFar(new Terms(goal: $of), $scores, 0, count($scores)))->goal());
    }

    public function test_quizzes_that_wait_for_each_other_are_found(): void
    {
        self::assertSame([], Gates::circle(['a' => ['b', 'c'], 'b' => ['c'], 'c' => []]));
        self::assertSame(['b', 'c'], Gates::circle(['a' => ['b'], 'b' => ['c'], 'c' => ['b']]));
        self::assertSame(['a'], Gates::circle(['a' => ['a']]));
    }

    public function test_every_purpose_is_said_in_plain_words(): void
    {
        $words = array_map(
            static fn (Purpose $purpose): string => implode(' ', array_map(Told::of(...), TermsInWords::sentences(Terms::for($purpose)))),
            Purpose::cases(),
        );
        self::assertCount(4, array_unique($words));
        self::assertStringContainsString('terms.tries.no-limit', $words[0]);
        self::assertStringContainsString('terms.order.until-handed-in', $words[1]);
        self::assertStringContainsString('terms.tries.limit-with-fewer-points(tries: 2)', $words[2]);
        self::assertStringContainsString('terms.tries.limit(tries: 1)', $words[3]);
        $more = implode(' ', array_map(Told::of(...), TermsInWords::sentences(new Terms(
            freeOrder: true, alikeAfterSlip: true, rounds: new RoundTerms(3, 15, Counts::Mean), goal: new Goal(
                GoalKind::Score,
                1,
                0.8,
            ), secondsForQuestion: 90, secondsForRound: 600,
            seen: ['score' => SeenWhen::Never] + Terms::learn()->seen,
        ))));
        foreach ([
            'terms.order.any', 'terms.help.alike', 'terms.rounds.limit(limit: 3, pause: 15, counts: mean)',
            'terms.clock.round(time: terms.clock.minutes(minutes: 10))',
            'terms.clock.question(time: terms.clock.seconds(seconds: 90))', 'terms.goal.score(score: 80)',
        ] as $said) {
            self::assertStringContainsString($said, $more);
        }
        self::assertStringNotContainsString('terms.sight.score', $more);
    }

    public function test_what_one_term_does_to_others_is_said(): void
    {
        $said = static fn (Terms $terms): string => implode(' ', array_map(Told::of(...), TermsInWords::consequences($terms)));
        self::assertStringContainsString('terms.consequence.forks-off', $said(new Terms(freeOrder: true)));
        self::assertStringContainsString('terms.consequence.ladders-rest', $said(new Terms(mode: Mode::HandedIn)));
        self::assertStringContainsString('terms.consequence.no-ladders', $said(new Terms(mode: Mode::HandedIn, help: false)));
        self::assertStringContainsString('terms.consequence.answer-shown(tries: 2)', $said(new Terms(tries: 2)));
        self::assertStringContainsString('terms.consequence.only-again', $said(new Terms(help: false)));
        self::assertStringContainsString('terms.consequence.never-last-round(what: [terms.sight.rightAnswer])', $said(new Terms));
        self::assertStringContainsString('terms.consequence.portions-end(questions: 6)', $said(new Terms(rounds: new RoundTerms(2, portion: 3))));
    }

    public function test_moments_that_never_come_are_told_where_the_closing_time_is_known(): void
    {
        $said = static fn (Terms $terms, ?bool $closes): string => implode(
            ' ',
            array_map(Told::of(...), TermsInWords::groups($terms, $closes)['seen']['does']),
        );
        $closing = new Terms(rounds: new RoundTerms(1), seen: ['score' => SeenWhen::AfterClosing] + Terms::learn()->seen);
        self::assertSame('terms.consequence.never-closes(what: [terms.sight.score])', $said($closing, false));
        self::assertSame(['', ''], [$said($closing, true), $said($closing, null)]);
        self::assertSame('terms.consequence.never-ends(what: [terms.sight.rightAnswer])', $said(new Terms, false));
        self::assertStringStartsWith('terms.consequence.never-last-round', $said(new Terms, true));
        self::assertSame('', $said(new Terms(rounds: new RoundTerms(2)), false), 'the last round comes');
        $all = TermsInWords::groups($terms = new Terms(freeOrder: true, tries: 2), false);
        self::assertEquals(array_merge(...array_column($all, 'told')), array_slice(TermsInWords::sentences($terms), 0, -1));
        self::assertEquals(array_merge(...array_column($all, 'does')), TermsInWords::consequences($terms, false));
    }

    public function test_later_terms_reach_a_round_only_in_its_favour(): void
    {
        $round = new Terms(tries: 2, secondsForRound: 600, secondsForQuestion: 60);
        $favoured = $round->favouredBy(new Terms(tries: 1, secondsForRound: 900, secondsForQuestion: 30));
        self::assertSame([2, 900, 60], [$favoured->tries, $favoured->secondsForRound, $favoured->secondsForQuestion]);
        self::assertNull($round->favouredBy(new Terms)->secondsForRound);
        foreach (Purpose::cases() as $purpose) {
            self::assertEquals(Terms::for($purpose), Terms::read(\HiddenLadder\Core\Fields::of(Terms::for($purpose)->toArray())));
        }
    }
}
