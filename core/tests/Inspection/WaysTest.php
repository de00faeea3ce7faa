<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Inspection;

use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Inspection\ReachabilityCheck;
use HiddenLadder\Core\Inspection\Severity;
use HiddenLadder\Core\Inspection\WayBackCheck;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Told;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Small quizzes that are made to trap, and their neighbours that are not. */
final class WaysTest extends TestCase
{
    private Draft $d;

    protected function setUp(): void
    {
        $this->d = new Draft('ways');
    }

    public function test_a_fork_back_that_is_always_taken_traps_and_is_mended_by_taking_it_out(): void
    {
        $back = ['forks' => [$this->d->fork(['kind' => 'always'], $this->d->id('first'))]];
        $quiz = $this->quiz([$this->asks('first'), $this->d->reading('second', 'Read on', 'Some text.', $back)]);
        $trap = self::only($quiz, Severity::Stops);

        self::assertSame([$this->d->id('first'), $this->d->id('second')], $trap->loop);
        self::assertSame($this->d->id('second'), $trap->stop);
        self::assertSame(
            'inspection.ways.trap-of-several(stops: [place.stop(number: 1), place.stop(number: 2)])',
            Told::of($trap->message),
        );
        self::assertSame(
            ['inspection.fix.take-fork-out', $this->d->id('second'), 'forks', 'without', 0],
            [$trap->fix?->words->code, $trap->fix?->at, $trap->fix?->member, $trap->fix?->how, $trap->fix?->value],
        );
        self::assertSame(
            [],
            self::found($this->quiz([$this->asks('first'), $this->d->reading('second', 'Read on', 'Some text.'), $this->asks('third')])),
        );
        self::assertFalse(Inspection::allowsPublishing(Inspection::of(QuizDocument::read($quiz))));
    }

    public function test_the_mend_takes_out_the_one_fork_that_leads_back(): void
    {
        $forks = [
            'forks' => [
                $this->d->fork(['kind' => 'score', 'atLeast' => 2.0], $this->d->id('finish')),
                $this->d->fork(['kind' => 'always'], $this->d->id('first')),
            ],
        ];
        $trap = self::found($this->quiz([$this->asks('first'), $this->d->reading('second', 'Read on', 'Some text.', $forks)]))[0];

        self::assertSame(['without', 1], [$trap->fix?->how, $trap->fix?->value]);
    }

    public function test_a_right_answer_that_leads_back_is_no_circle_but_a_detour(): void
    {
        $back = fn (bool $wrongToo): array => $this->quiz([$this->asks('first'), $this->d->asks('second', $this->d->question('q-second', 'one-choice', 'Which?', [
            $this->d->right('yes', '', ['fork' => $this->d->id('first')]),
            $this->d->wrong('w', 'no', 'No.', [], $wrongToo ? $this->d->id('first') : null),
        ], 'Yes.', 'No.', []))]);

        foreach ([true, false] as $wrongToo) {
            $found = self::only($back($wrongToo), Severity::Advises);
            self::assertSame('inspection.ways.right-leads-back(answer: yes, stop: place.stop(number: 1))', Told::of($found->message));
            self::assertSame(['set', 'fork', null], [$found->fix?->how, $found->fix?->member, $found->fix?->value]);
        }
    }

    public function test_a_drill_that_leads_back_to_itself_holds_who_is_always_right(): void
    {
        $questions = array_map(
            fn (int $i): array => $this->d->question(
                "d-$i",
                'short-text',
                "Which word is number $i?",
                [$this->d->right("word $i", '', ['id' => $this->d->id("r-$i")])],
                'Yes.',
                'No.',
                [],
            ),
            [1, 2, 3],
        );
        $drill = fn (array $when): array => $this->quiz(
            [
                $this->asks('first'),
                $this->d->drill('drill', 'Drill', $questions, 3, 2, 'need', ['forks' => [$this->d->fork($when, $this->d->id('drill'))]]),
                $this->asks('last'),
            ],
        );

        $circle = self::only($drill(['kind' => 'score', 'atLeast' => 0.5]), Severity::Warns);
        self::assertSame('inspection.ways.right-goes-round(stops: [place.stop(number: 2)])', Told::of($circle->message));
        self::assertSame([$this->d->id('drill')], $circle->loop);
        self::assertSame([], self::found($drill(['kind' => 'score', 'below' => 0.1])));
    }

    /** A gate after the questions, and none of them ever right: each can be set aside, and the gate leads back each time. */
    public function test_a_loop_that_only_a_right_answer_leaves_is_told(): void
    {
        foreach ([2, 9] as $count) {
            $gate = fn (array $when): array => $this->quiz([
                ...array_map(fn (int $i): array => $this->asks("stop-$i"), range(1, $count)),
                $this->d->reading('gate', 'Look back', 'Some text.', ['forks' => [$this->d->fork($when, $this->d->id('stop-1'))]]),
            ]);
            $found = self::found($gate(['kind' => 'score', 'below' => 0.5]));
            $held = $found[count($found) - 1];
            self::assertSame(Severity::Warns, $held->severity);
            self::assertMatchesRegularExpression(
                '/^inspection\.ways\.slipping-for-ever-of-several\(stops: .*\[place\.stop\(number: 1\), place\.stop\(number: 2\)/',
                Told::of($held->message),
            );
            self::assertCount($count + 1, $held->loop);
            self::assertSame([], self::found($gate(['kind' => 'score', 'atLeast' => 2.0])));
            // The engine's own word for it.
            $quiz = QuizDocument::read($gate(['kind' => 'score', 'below' => 0.5]));
            $student = new MadeUpStudent($quiz, Terms::learn(), Profile::even(0.0), new Randomizer(new Xoshiro256StarStar(1)));
            [$engine, $state] = [new Engine($quiz, Terms::learn()), new State];
            for ($step = 0; $step < 500 && ! $state->isFinished(); $step++) {
                $outcome = $engine->apply($state, $step === 0 ? new Started(seed: 'x') : $student->next($state), 1000 * $step);
                self::assertInstanceOf(Applied::class, $outcome);
                $state = $outcome->state;
            }
            self::assertFalse($state->isFinished());
        }
    }

    /** To the start until the score is enough: the loop that a mastery quiz is made of traps nobody and lets nobody go in circles. */
    public function test_going_back_until_the_score_is_enough_or_the_objective_mastered_is_no_circle(): void
    {
        foreach ([3, 9] as $count) {
            $stops = array_map(fn (int $i): array => $this->asks("stop-$i"), range(1, $count));
            foreach (['score' => ['kind' => 'score', 'below' => 0.6], 'mastered' => ['kind' => 'mastered', 'objective' => $this->d->id('goal'), 'is' => false]] as $name => $when) {
                $looped = $stops;
                $looped[$count - 1]['forks'] = [$this->d->fork($when, $this->d->id('stop-1'))];
                foreach ($looped as $i => $stop) {
                    $looped[$i]['question'] = ['objectives' => [$this->d->id('goal')]] + $stop['question'];
                }
                $quiz = $this->d->quiz(
                    'Until it is enough',
                    '',
                    array_values($looped),
                    'End',
                    '',
                    [],
                    ['objectives' => [['id' => $this->d->id('goal'), 'text' => 'Name it']]],
                );
                self::assertSame(
                    [],
                    array_map(static fn (Finding $finding): string => $finding->message->code, self::found($quiz)),
                    "$name, $count stops",
                );
            }
        }
    }

    public function test_a_score_that_nobody_can_have_any_more_traps(): void
    {
        $quiz = fn (array $when): array => $this->quiz([
            $this->asks('first'),
            $this->d->reading('gate', 'Look back', 'Some text.', ['forks' => [$this->d->fork($when, $this->d->id('gate-again'))]]),
            $this->d->reading(
                'gate-again',
                'Once more',
                'Some text.',
                ['forks' => [$this->d->fork(['kind' => 'always'], $this->d->id('gate'))]],
            ),
        ]);

        self::assertContains(Severity::Stops, self::severities($quiz(['kind' => 'score', 'below' => 2.0])), 'every score is below 200 %');
        self::assertContains(
            Severity::Stops,
            self::severities($quiz(['kind' => 'score', 'below' => 0.5])),
            'on the ways where the first stays wrong',
        );
        self::assertContains(
            Severity::Stops,
            self::severities($quiz(['kind' => 'score', 'atLeast' => 0.5])),
            'both ways lead into the pair of readings',
        );
    }

    public function test_slipping_for_ever_without_a_way_on_is_a_marathon(): void
    {
        $long = $this->quiz([$this->asks('first', 12)]);
        $warning = self::only($long, Severity::Warns);

        self::assertSame('inspection.ways.long-ladder(stop: place.stop(number: 1), answers: 12)', Told::of($warning->message));
        self::assertSame([], self::found($this->quiz([$this->asks('first', 3)])));
    }

    public function test_what_nobody_comes_to_is_told(): void
    {
        $always = fn (string $to): array => [
            'forks' => [
                $this->d->fork(['kind' => 'always'], $this->d->id($to)),
                $this->d->fork(['kind' => 'result', 'result' => 'right'], $this->d->id('aside')),
            ],
        ];
        $quiz = $this->quiz(
            [$this->asks('first', 0, $always('third')), $this->asks('second'), $this->asks('third')],
            [$this->d->reading('aside', 'Aside', 'Some text.')],
        );
        $sentences = array_map(static fn (Finding $finding): string => "$finding->stop: ".Told::of($finding->message), self::found($quiz));

        self::assertContains($this->d->id('second').': inspection.ways.unreached-stop', $sentences);
        self::assertContains($this->d->id('aside').': inspection.ways.unreached-side-stop', $sentences);
        self::assertContains($this->d->id('first').': inspection.ways.fork-behind-others(number: 2)', $sentences);
    }

    public function test_a_stop_that_asks_for_a_later_answer_is_told(): void
    {
        $quiz = $this->quiz(
            [
                $this->asks('first', 0, ['shownIf' => ['kind' => 'answered', 'question' => $this->d->id('q-second/question')]]),
                $this->asks('second'),
            ],
        );
        $finding = self::found($quiz);

        self::assertStringContainsString(
            'inspection.ways.asks-for-later',
            implode(' ', array_map(static fn (Finding $one): string => $one->message->code, $finding)),
        );
    }

    /**
     * @param  list<array<string, mixed>>  $stops
     * @param  list<array<string, mixed>>  $side
     * @return array<string, mixed>
     */
    private function quiz(array $stops, array $side = []): array
    {
        return $this->d->quiz('Made to trap', '', $stops, 'End', '', $side);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private function asks(string $name, int $rungs = 1, array $more = []): array
    {
        $ladder = array_map(fn (int $i): array => $this->d->hint("$name-hint-$i", 'A hint.'), $rungs === 0 ? [] : range(1, $rungs));

        return $this->d->asks(
            $name,
            $this->d->question("q-$name", 'short-text', 'Which word?', [$this->d->right('ebb')], 'Yes.', 'No.', $ladder),
            $more,
        );
    }

    /**
     * @param  array<string, mixed>  $document
     * @return list<Finding>
     */
    private static function found(array $document): array
    {
        $quiz = QuizDocument::read($document);
        $ways = (new ReachabilityCheck($quiz, Terms::learn()))->findings();
        $back = new WayBackCheck($quiz);

        return [...$ways, ...(Inspection::allowsPublishing($ways) ? $back->leadsBack() : []), ...$back->shownTooEarly()];
    }

    /**
     * @param  array<string, mixed>  $document
     * @return list<Severity>
     */
    private static function severities(array $document): array
    {
        return array_map(static fn (Finding $finding): Severity => $finding->severity, self::found($document));
    }

    /** @param  array<string, mixed>  $document */
    private static function only(array $document, Severity $severity): Finding
    {
        $found = self::found($document);
        self::assertCount(1, $found, implode(' / ', array_map(static fn (Finding $finding): string => $finding->message->code, $found)));
        self::assertSame($severity, $found[0]->severity);

        return $found[0];
    }
}
