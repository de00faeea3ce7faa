<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use Eris\Generators;
use Eris\TestTrait;
use HiddenLadder\Core\Evidence\Attempt;
use HiddenLadder\Core\Evidence\DepthProfile;
use HiddenLadder\Core\Evidence\Groups;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\Share;
use HiddenLadder\Core\Evidence\StudentEvidence;
use HiddenLadder\Core\Evidence\TaskEvidence;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\StoredEvent;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

final class TaskEvidenceTest extends TestCase
{
    use TestTrait;

    /** @return array{RoundEvidence, State, list<StoredEvent>} a made-up student's round of the demo's unit on tides, 20 s an event */
    private static function round(QuizDocument $quiz, int $seed, Terms $terms): array
    {
        $engine = new Engine($quiz, $terms);
        $student = new MadeUpStudent($quiz, $terms, Profile::struggling(), new Randomizer(new Xoshiro256StarStar($seed)));
        $state = new State;
        $roundEvidence = new RoundEvidence;
        $taken = [];
        for ($step = 0; ! $state->isFinished(); $step++) {
            $event = $step === 0 ? new Started(seed: "evidence $seed") : $student->next($state);
            $outcome = $engine->apply($state, $event, 20_000 * $step);
            self::assertInstanceOf(Applied::class, $outcome);
            $state = $outcome->state;
            $taken[] = new StoredEvent($event, 20_000 * $step, null);
            $roundEvidence = $roundEvidence->with($event, 20_000 * $step, $outcome->facts);
        }

        return [$roundEvidence, $state, $taken];
    }

    public function test_a_course_says_what_the_round_s_records_say_and_comes_out_the_same_from_the_events(): void
    {
        $quiz = QuizDocument::read(Sample::demo()[0]);
        $this->limitTo(40)->forAll(
            Generators::choose(0, 1_000_000),
            Generators::bool(),
        )->then(static function (int $seed, bool $handedIn) use ($quiz): void {
            $terms = Terms::learn()->with(mode: $handedIn ? Mode::HandedIn : Mode::AsOneGoes);
            [$roundEvidence, $state, $taken] = self::round($quiz, $seed, $terms);
            foreach ($roundEvidence->attempts as $attempt) {
                self::assertSame(20.0, $attempt->seconds);
            }
            foreach (array_keys($quiz->questions()) as $id) {
                $record = $state->record($id);
                self::assertSame(
                    $record->standing === Standing::Clear,
                    self::first($roundEvidence, $id)?->isRight() === true && ! $record->helped && $record->slips === 0,
                    "at $id",
                );
            }
            $folded = (new Engine($quiz, $terms))->fold($taken, withFacts: true);
            $again = new RoundEvidence;
            foreach ($taken as $index => $one) {
                $again = $again->with($one->event, $one->at, $folded->facts[$index]);
            }
            self::assertEquals($roundEvidence, $again);
            self::assertEquals(
                $roundEvidence,
                RoundEvidence::fromArray(json_decode((string) json_encode($roundEvidence->toArray()), true)),
            );
        });
    }

    private static function first(RoundEvidence $roundEvidence, string $question): ?Attempt
    {
        foreach ($roundEvidence->attempts as $attempt) {
            if ($attempt->question === $question) {
                return $attempt;
            }
        }

        return null;
    }

    public function test_the_figures_of_a_task_add_up(): void
    {
        $quiz = QuizDocument::read(Sample::demo()[0]);
        $evidence = new TaskEvidence($quiz);
        for ($student = 0; $student < 12; $student++) {
            $rounds = [];
            foreach ([0, 100] as $more) {
                [$roundEvidence, $state] = self::round($quiz, $student + $more, Terms::learn());
                $rounds[] = ['evidence' => $roundEvidence, 'score' => Score::ofRound($quiz, Terms::learn(), $state)->share()];
            }
            $evidence->add(new StudentEvidence("student $student", $rounds));
        }
        $told = $evidence->toArray();
        self::assertSame(12, $told['students']);
        self::assertSame(12, $told['gain']['n']);
        foreach ($evidence->questions() as $question) {
            self::assertSame($question->atOnce->of - $question->atOnce->count, $question->afterHelp->of);
            $counts = array_column($question->entries, 'count');
            // Several options are chosen together; of all else one answer is given.
            $isSeveral = $quiz->question($question->question)?->kind === QuestionKind::SeveralChoices;
            self::assertLessThanOrEqual($question->atOnce->of, $isSeveral ? max([0, ...$counts]) : array_sum($counts));
            self::assertGreaterThanOrEqual(1.0, $question->tries ?? 1.0);
            self::assertSame(20.0, $question->seconds['median'] ?? 20.0);
        }
        $grouped = array_merge(...array_column($told['groups'], 'students'));
        self::assertSame(count($grouped), count(array_unique($grouped)));
        self::assertStringNotContainsString('NAN', (string) json_encode($told));
    }

    public function test_classes_of_nobody_of_one_and_of_equals_are_told_without_errors(): void
    {
        $quiz = QuizDocument::read(Sample::demo()[1]);
        $none = (new TaskEvidence($quiz))->toArray();
        self::assertSame([0, null, []], [$none['students'], $none['alpha'], $none['summary']]);
        self::assertSame(['count' => 0, 'of' => 0, 'interval' => null], $none['questions'][0]['atOnce']);
        $ids = array_keys($quiz->questions());
        foreach (['right', 'not-right'] as $result) {
            foreach ([1, 8] as $count) {
                $evidence = new TaskEvidence($quiz);
                for ($student = 0; $student < $count; $student++) {
                    $evidence->add(
                        new StudentEvidence(
                            "s$student",
                            [
                                [
                                    'evidence' => new RoundEvidence(
                                        array_map(
                                            static fn (string $id): Attempt => new Attempt($id, $result, 0.0, null, null, null, []),
                                            $ids,
                                        ),
                                    ),
                                    'score' => $result === 'right' ? 1.0 : 0.0,
                                ],
                            ],
                        ),
                    );
                }
                $told = $evidence->toArray();
                self::assertNull($told['alpha']);
                self::assertNull($told['questions'][0]['itemRest']);
                self::assertSame($result === 'right' ? $count : 0, $told['questions'][0]['atOnce']['count']);
            }
        }
    }

    public function test_a_misconception_shown_once_is_left_by_one_right_answer_and_shown_twice_by_two(): void
    {
        $try = static fn (string $question, bool $right, ?string $misconception = null): Attempt => new Attempt(
            $question,
            $right ? 'right' : 'not-right',
            $right ? 1.0 : 0.0,
            null,
            $misconception,
            null,
            [],
        );
        $now = static fn (Attempt ...$attempts): array => (new StudentEvidence('s', array_map(static fn (Attempt $attempt): array => ['evidence' => new RoundEvidence([$attempt]), 'score' => null], array_values($attempts))))->misconceptions(['a' => ['m'], 'b' => ['m']]);

        self::assertSame([], $now($try('a', true)));
        self::assertSame(['m' => true], $now($try('a', false, 'm')));
        self::assertSame(['m' => false], $now($try('a', false, 'm'), $try('b', true)));
        self::assertSame(['m' => true], $now($try('a', false, 'm'), $try('b', false, 'm'), $try('a', true)));
        self::assertSame(['m' => false], $now($try('a', false, 'm'), $try('b', false, 'm'), $try('a', true), $try('b', true)));
        self::assertSame(['m' => true], $now($try('a', false, 'm'), $try('b', true), $try('a', false, 'm')));
        // Right in the end, in the same round, after the loop: that contradicts nothing.
        self::assertSame(
            ['m' => true],
            (new StudentEvidence('s', [['evidence' => new RoundEvidence([$try('a', false, 'm'), $try('a', true)]), 'score' => null]]))->misconceptions(['a' => ['m']]),
        );
    }

    public function test_every_option_chosen_counts_and_every_part_of_an_answer(): void
    {
        $d = new Draft('parts');
        $quiz = QuizDocument::read($d->quiz('Parts', '', [
            $d->asks(
                'several',
                $d->question('several', 'several-choices', 'Which?', [$d->right('a'), $d->right('b'), $d->wrong('c', 'c')], '', '', []),
            ),
            $d->asks(
                'gaps',
                $d->question(
                    'gaps',
                    'gaps',
                    'Fill in.',
                    [],
                    '',
                    '',
                    [],
                    '0',
                    ['sentence' => '[1] and [2]', 'gaps' => [$d->gap('one', [$d->right('ebb')]), $d->gap('two', [$d->right('flood')])]],
                ),
            ),
            $d->asks(
                'poll',
                $d->question('poll', 'poll', 'How sure?', [$d->wrong('sure', 'sure'), $d->wrong('not', 'not sure')], '', '', []),
            ),
        ], 'End', ''));
        [$several, $gaps, $poll] = array_values($quiz->questions());
        [$a, $b, $c] = array_column($several->entries, 'id');
        [$one, $two] = array_column($gaps->gaps, 'id');
        $evidence = new TaskEvidence($quiz);
        foreach ([[[$a, $b], ['ebb', 'flood'], 0], [[$a], ['ebb', 'high'], 0], [[$c], ['x', 'y'], 1], [[$a, $b, $c], ['ebb', 'flood'], 0]] as $student => [$choices, $fillings, $sure]) {
            $evidence->add(new StudentEvidence("s$student", [['evidence' => self::courseOf($quiz, [
                Response::choices(...$choices), Response::gaps(
                    array_combine([$one, $two], $fillings),
                ), Response::choices($poll->entries[$sure]->id),
            ]), 'score' => null]]));
        }
        [$ofSeveral, $ofGaps] = $evidence->questions();

        self::assertSame(
            [$a => 3, $b => 2, $c => 2],
            array_replace([$a => 0, $b => 0, $c => 0], array_map(static fn (array $entry): int => $entry['count'], $ofSeveral->entries)),
        );
        self::assertEquals([$one => new Share(3, 4), $two => new Share(2, 4)], $ofGaps->parts);
        self::assertSame([], $ofGaps->entries);
        self::assertEquals(
            (object) [$poll->id => ['of' => 4, 'entries' => (object) [$poll->entries[0]->id => 3, $poll->entries[1]->id => 1]]],
            $evidence->toArray()['polls'],
        );
        self::assertCount(2, $evidence->questions(), 'a poll has no key, and no figures that need one');
    }

    /**
     * Each response once, at the questions in their order; what is not right is set aside.
     *
     * @param  list<Response>  $responses
     */
    private static function courseOf(QuizDocument $quiz, array $responses): RoundEvidence
    {
        $engine = new Engine($quiz, Terms::learn()->with(mode: Mode::HandedIn));
        $roundEvidence = new RoundEvidence;
        $state = new State;
        $events = [new Started(seed: 'x')];
        foreach (array_keys($quiz->questions()) as $index => $question) {
            $events[] = new Answered($question, $responses[$index]);
        }
        foreach ([...$events, new HandedIn] as $step => $event) {
            $outcome = $engine->apply($state, $event, 1000 * $step);
            self::assertInstanceOf(Applied::class, $outcome, $outcome instanceof Refusal ? $outcome->message->code : '');
            [$roundEvidence, $state] = [$roundEvidence->with($event, 1000 * $step, $outcome->facts), $outcome->state];
        }

        return $roundEvidence;
    }

    public function test_objectives_are_mastered_by_the_rule_and_met_alone_by_first_tries(): void
    {
        $d = new Draft('objectives');
        $ask = static fn (string $name): array => $d->asks(
            $name,
            $d->question($name, 'short-text', 'Which word?', [$d->right('ebb')], '', '', [], '0', ['objectives' => [$d->id('o')]]),
        );
        $quiz = QuizDocument::read(
            $d->quiz(
                'Objectives',
                '',
                [$ask('a'), $ask('b')],
                'End',
                '',
                [],
                ['objectives' => [['id' => $d->id('o'), 'text' => 'Name it']]],
            ),
        );
        [$first, $second] = array_keys($quiz->questions());
        $try = static fn (string $question, bool $right): Attempt => new Attempt(
            $question,
            $right ? 'right' : 'not-right',
            $right ? 1.0 : 0.0,
            null,
            null,
            null,
            [],
        );
        $evidence = new TaskEvidence($quiz);
        $add = static fn (string $student, array $mastered, Attempt ...$attempts) => $evidence->add(
            new StudentEvidence(
                $student,
                [['evidence' => new RoundEvidence(array_values($attempts)), 'score' => null]],
                array_values(array_filter($mastered, is_string(...))),
            ),
        );
        $add('alone', [$d->id('o')], $try($first, true), $try($second, true));
        $add('helped', [$d->id('o')], $try($first, false), $try($first, true), $try($second, true));
        $add('not yet', [], $try($first, false));
        $add('elsewhere', []);
        $told = $evidence->toArray();

        self::assertEquals(
            (object) [$d->id('o') => ['mastered' => ['alone', 'helped'], 'unmet' => ['not yet'], 'alone' => ['alone']]],
            $told['objectives'],
        );
        self::assertSame([['need' => $d->id('o'), 'students' => ['helped', 'not yet']]], $told['groups']);
    }

    public function test_only_who_did_a_second_round_can_have_gained(): void
    {
        $evidence = new TaskEvidence(QuizDocument::read(Sample::document()));
        foreach ([[0.5], [0.5, 1.0], [0.2, null], [0.6, 0.8], [null]] as $student => $scores) {
            $evidence->add(
                new StudentEvidence(
                    "s$student",
                    array_map(static fn (?float $score): array => ['evidence' => new RoundEvidence, 'score' => $score], $scores),
                ),
            );
        }
        // Of the class's means, .55 and .9: (.9 - .55) / (1 - .55).
        self::assertSame(['n' => 2, 'value' => round(0.35 / 0.45, 4)], $evidence->toArray()['gain']);
    }

    public function test_the_seconds_seen_and_seen_again_are_counted_by_student(): void
    {
        $evidence = new TaskEvidence(QuizDocument::read(Sample::document()));
        foreach ([[[0.0, 4.0], [2.0, 4.0]], [[1.5, 3.0]]] as $student => $watched) {
            $evidence->add(
                new StudentEvidence("s$student", [['evidence' => new RoundEvidence([], ['film' => $watched]), 'score' => null]]),
            );
        }
        /** @var object $told */
        $told = $evidence->toArray()['watched'];
        $film = ((array) $told)['film'];

        self::assertSame([[0 => 1, 1 => 2, 2 => 2, 3 => 1], [2 => 1, 3 => 1]], [(array) $film['map'], (array) $film['mapAgain']]);
        self::assertSame([2, 5.5, 2.0, 1], [$film['students'], $film['seen'], $film['again'], $film['jumps']]);
    }

    public function test_a_video_seen_in_two_rounds_is_not_rewound(): void
    {
        $evidence = new TaskEvidence(QuizDocument::read(Sample::document()));
        $round = static fn (array ...$watched): array => [
            'evidence' => RoundEvidence::fromArray(['watched' => ['film' => $watched]]),
            'score' => null,
        ];
        $evidence->add(new StudentEvidence('s', [$round([0.0, 4.0]), $round([0.0, 4.0]), $round([1.0, 4.0], [2.0, 3.0])]));
        /** @var object $told */
        $told = $evidence->toArray()['watched'];
        $film = ((array) $told)['film'];

        self::assertSame([4.0, 1.0, 1], [$film['seen'], $film['again'], $film['jumps']]);
        self::assertSame([[0 => 1, 1 => 1, 2 => 1, 3 => 1], [2 => 1]], [(array) $film['map'], (array) $film['mapAgain']]);
    }

    public function test_the_depth_profile_tells_how_far_down_those_who_came_went(): void
    {
        $quiz = QuizDocument::read(Sample::document());
        $question = Sample::id('first/question');
        $try = static fn (string ...$rungs): Attempt => new Attempt($question, 'not-right', 0.0, null, null, null, array_values($rungs));
        $allEvidence = [
            new RoundEvidence([$try(), $try('hint-1'), $try('hint-2')]),
            new RoundEvidence([$try()]),
            new RoundEvidence([], [], [$question => ['hint-1']]),
            new RoundEvidence,
        ];

        self::assertEquals(['came' => 3, 'depth' => 1.0, 'rungs' => 2], DepthProfile::of($quiz, $allEvidence)[0]);
        self::assertSame(
            [
                ['came' => 0, 'depth' => 0.0, 'rungs' => 2],
                ['came' => 0, 'depth' => 0.0, 'rungs' => 1],
                ['came' => 0, 'depth' => 0.0, 'rungs' => 0],
            ],
            DepthProfile::of($quiz, []),
        );
    }

    public function test_a_rung_that_only_an_older_edition_had_is_told_of_nowhere(): void
    {
        $quiz = QuizDocument::read(Sample::document());
        $evidence = new TaskEvidence($quiz);
        $try = static fn (string $result, string ...$rungs): Attempt => new Attempt(
            Sample::id('first/question'), $result, 0.0, null, null, null, array_values($rungs),
        );
        foreach (range(1, 8) as $student) {
            $tries = [$try('not-right'), $try('not-right', Sample::id('hint-1'), 'gone'), $try('right', 'gone')];
            $evidence->add(new StudentEvidence("$student", [['evidence' => new RoundEvidence($tries), 'score' => null]]));
        }
        self::assertSame([Sample::id('hint-1')], array_keys($evidence->rungs()));
        self::assertNotContains('gone', array_column($evidence->toArray()['summary'], 'at'));
        self::assertContains(Sample::id('hint-1'), array_column($evidence->toArray()['summary'], 'at'));
    }

    /** Of every made-up student: never deeper than the ladder is long, and as many rungs as the round's records say. */
    public function test_nobody_goes_deeper_than_the_records_say(): void
    {
        foreach (Sample::demo() as $document) {
            $quiz = QuizDocument::read($document);
            for ($seed = 0; $seed < 10; $seed++) {
                [$roundEvidence, $state] = self::round($quiz, $seed, Terms::learn());
                foreach ($roundEvidence->rungsSeen() as $question => $rungs) {
                    if ($quiz->stopOf($question) instanceof StaircaseStop) {
                        // Its ladder hangs under the staircase, not under the question.
                        continue;
                    }
                    $depths = array_sum($state->record($question)->depths);
                    self::assertLessThanOrEqual($depths, $rungs, "$document[title], round $seed, at $question");
                }
            }
        }
    }

    public function test_groups_are_of_those_who_need_the_same_each_student_in_one(): void
    {
        $needs = ['x' => ['a', 'b', 'c'], 'y' => ['b', 'c', 'd', 'e'], 'z' => ['f']];
        $students = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];

        self::assertSame([['need' => 'y', 'students' => ['b', 'c', 'd', 'e']]], (new Groups(2))->of($students, $needs));
        self::assertSame(['y', 'x', 'z'], array_column((new Groups(1))->of($students, $needs), 'need'));
        self::assertSame(['y'], array_column((new Groups(1, 1))->of($students, $needs), 'need'));
        self::assertSame([], (new Groups)->of($students, []));
        // What one kind of need leaves over, the next groups; five groups at most in all.
        self::assertSame(
            ['x', 'y'],
            array_column((new Groups(2))->of($students, ['x' => ['a', 'b', 'c']], ['y' => ['b', 'c', 'd', 'e']]), 'need'),
        );
        self::assertSame(
            [3, 2],
            array_map(
                static fn (array $group): int => count($group['students']),
                (new Groups(2))->of($students, ['x' => ['a', 'b', 'c']], ['y' => ['b', 'c', 'd', 'e']]),
            ),
        );
        self::assertCount(
            5,
            (new Groups(1))->of(
                $students,
                array_map(static fn (string $one): array => [$one], array_combine($students, $students)),
                ['y' => $students],
            ),
        );
    }

    public function test_who_was_away_spent_no_time_on_it(): void
    {
        $roundEvidence = new RoundEvidence;
        $state = new State;
        $quiz = QuizDocument::read(Sample::document());
        $engine = new Engine($quiz);
        $student = new MadeUpStudent($quiz, Terms::learn(), Profile::even(1.0), new Randomizer(new Xoshiro256StarStar(1)));
        foreach ([0, 700_000, 705_000] as $step => $at) {
            $event = $step === 0 ? new Started(seed: 'x') : $student->next($state);
            $outcome = $engine->apply($state, $event, $at);
            self::assertInstanceOf(Applied::class, $outcome);
            [$roundEvidence, $state] = [$roundEvidence->with($event, $at, $outcome->facts), $outcome->state];
        }
        self::assertNull($roundEvidence->attempts[0]->seconds);
    }
}
