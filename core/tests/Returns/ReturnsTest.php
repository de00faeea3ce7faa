<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Returns;

use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Quiz\MasteryTerms;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Returns\Fading;
use HiddenLadder\Core\Returns\Memory;
use HiddenLadder\Core\Returns\PastRound;
use HiddenLadder\Core\Returns\Remembered;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Result\KnowledgeTracing;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\ReturnTerms;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Round\Walker;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** What was mastered comes back (rules of the job, "Coming back"). */
final class ReturnsTest extends TestCase
{
    private static function d(): Draft
    {
        return new Draft('sample');
    }

    /**
     * A quiz of so many questions, each with an objective of its own; the first has two alike ones and a wrong answer with a fork.
     *
     * @return array<string, mixed>
     */
    private static function document(int $count): array
    {
        $d = self::d();
        $question = static fn (string $name, int $i, array $more = []): array => $d->question(
            $name, 'number', "$name?", [$d->right('1'), $d->wrong("$name-wrong", '2', 'No.', [], $i === 1 ? $d->id('aside') : null)],
            '', '', [$d->hint("$name-hint", 'One.')], '0', ['objectives' => [$d->id("goal$i")]] + $more,
        );
        $alike = ['alike' => 'first'];

        return $d->quiz(
            'Sample',
            'Read this first.',
            array_map(static fn (int $i): array => $d->asks("s$i", $question("s$i", $i, $i === 1 ? $alike : [])), range(1, $count)),
            'End',
            'Well done.',
            [$d->reading('aside', 'Aside', 'Words.')],
            [
                'pool' => [$question('twin', 1, $alike), $question('other', 1, $alike)],
                'objectives' => array_map(static fn (int $i): array => ['id' => $d->id("goal$i"), 'text' => "Goal $i."], range(1, $count)),
            ],
        );
    }

    private static function quiz(int $count = 4): QuizDocument
    {
        return QuizDocument::read(self::document($count));
    }

    private static function id(int $i): string
    {
        return self::d()->id("s$i/question");
    }

    /** @param  array<string, bool>  $right  by question: whether it was right at once */
    private static function past(int $day, array $right, bool $isReturn = true): PastRound
    {
        $tries = [];
        foreach ($right as $question => $wasRight) {
            $tries[] = [$question, $wasRight];
        }
        $standings = array_map(static fn (bool $was): string => ($was ? Standing::Clear : Standing::Climbed)->value, $right);

        return new PastRound($day, new RoundEvidence(evidence: $tries, standings: $standings), $isReturn);
    }

    /**
     * Half-lives: 2^(−1) = .5 and 2^(−2) = .25 of what is above the prior; .3 + .7 · .5 = .65, .3 + .7 · .25 = .475. The form with
     * prior 0 is equation 1 of Settles and Meeder (ACL 2016): p = 2^(−Δ/h).
     *
     * @return array<string, array{float, int, float, float, float}>
     */
    public static function fadings(): array
    {
        return [
            'nothing passed' => [0.9, 0, 3, 0.3, 0.9],
            'one half-life' => [1, 3, 3, 0, 0.5],
            'two half-lives' => [1, 6, 3, 0, 0.25],
            'a third of one' => [1, 1, 3, 0, 2 ** (-1 / 3)],
            'down to the prior' => [1, 3, 3, 0.3, 0.65],
            'twice as long' => [1, 6, 3, 0.3, 0.475],
            'what was below rises to it' => [0.1, 1, 1, 0.3, 0.2],
            'after a year nothing is left' => [1, 365, 1, 0.3, 0.3],
        ];
    }

    #[DataProvider('fadings')]
    public function test_what_is_known_fades_by_half_lives(float $known, int $days, float $halfLife, float $prior, float $left): void
    {
        self::assertEqualsWithDelta($left, Fading::after($known, $days, $halfLife, $prior), 1e-12);
    }

    public function test_a_return_doubles_or_halves_the_half_life_within_bounds(): void
    {
        self::assertSame([6.0, 1.5], [Fading::halfLife(3, true), Fading::halfLife(3, false)]);
        self::assertSame([365.0, 0.25], [Fading::halfLife(200, true), Fading::halfLife(0.3, false)]);
    }

    /**
     * Corbett and Anderson's update (worked in MasteryTest: right once from .3 gives .709756) and the fading in turn.
     */
    public function test_the_estimate_is_traced_through_rounds_and_fades_between_them(): void
    {
        $terms = new MasteryTerms;
        $rounds = [self::past(100, [self::id(2) => true], false), self::past(101, [self::id(2) => true]), self::past(105, [self::id(2) => false])];
        $first = KnowledgeTracing::known([[true, 0.2]], $terms);
        self::assertEqualsWithDelta(0.709756, $first, 1e-6);
        $after = static fn (int $count): Remembered => (new Memory(self::quiz(), array_slice($rounds, 0, $count), 1))->all()[0];
        self::assertEqualsWithDelta($first, $after(1)->known, 1e-12);
        self::assertEqualsWithDelta(0.3 + ($first - 0.3) * 0.25, $after(1)->on(102, 0.3), 1e-12, 'the first gap is the half-life');
        $second = KnowledgeTracing::known([[true, 0.2]], $terms, 0.3 + ($first - 0.3) / 2);
        self::assertEqualsWithDelta($second, $after(2)->known, 1e-12);
        self::assertSame(2.0, $after(2)->halfLife);
        $third = KnowledgeTracing::known([[false, 0.2]], $terms, 0.3 + ($second - 0.3) * 0.25);
        self::assertEqualsWithDelta($third, $after(3)->known, 1e-12, 'four days are two half-lives by then');
        self::assertSame([1.0, false, true], [$after(3)->halfLife, $after(3)->wentWell, $after(3)->wasMissed]);
    }

    public function test_a_return_asks_first_what_was_missed_in_the_last_one_then_what_is_least_sure_and_never_what_was_not_asked(): void
    {
        $quiz = self::quiz(5);
        $memory = new Memory($quiz, [
            self::past(10, [self::id(1) => true, self::id(2) => true, self::id(3) => false, self::id(4) => true], false),
            self::past(11, [self::id(2) => true, self::id(4) => false]),
        ], 1);
        self::assertSame([self::id(4), self::id(3), self::id(1), self::id(2)], array_keys($memory->pick(9, 12, 's')));
        self::assertSame([self::id(4), self::id(3)], array_keys($memory->pick(2, 12, 's')));
        $holds = $memory->holds();
        self::assertSame([self::d()->id('goal2') => true, self::d()->id('goal4') => false], $holds, 'only what came back');
    }

    public function test_an_alike_question_comes_in_place_of_the_same_and_both_tell_of_one_thing(): void
    {
        $d = self::d();
        $quiz = self::quiz();
        $twins = [$d->id('twin/question'), $d->id('other/question')];
        $memory = new Memory($quiz, [self::past(1, [self::id(1) => true, self::id(2) => true], false)], 1);
        $asked = [];
        foreach (range(1, 20) as $seed) {
            $picked = $memory->pick(2, 2, "$seed");
            self::assertNull($picked[self::id(2)]);
            $asked[] = $picked[self::id(1)];
        }
        self::assertEqualsCanonicalizing($twins, array_values(array_unique($asked)));
        $evidence = new RoundEvidence(evidence: [[$twins[0], true]], standings: [self::id(1) => Standing::Clear->value]);
        $later = new Memory($quiz, [self::past(1, [self::id(1) => true], false), new PastRound(2, $evidence, true)], 1);
        self::assertGreaterThan($memory->all()[0]->known, $later->all()[0]->known);
    }

    public function test_what_comes_back_is_walked_by_itself_with_its_ladders_and_without_forks(): void
    {
        $d = self::d();
        $asked = [self::id(3) => null, self::id(1) => $d->id('twin/question')];
        $quiz = self::quiz()->asking(array_keys($asked));
        self::assertContainsOnlyInstancesOf(QuestionStop::class, $quiz->stops);
        self::assertSame([], $quiz->media());
        $document = self::document(4);
        $walker = new Walker($document, (new Terms(tries: 1, help: false))->forReturn(), new Started(seed: 'whole'));
        $walker->quiz = $quiz;
        $walker->state = new \HiddenLadder\Core\Round\State;
        $walker->taken = [];
        $walker->does(new Started(seed: 'return', history: History::ofReturn($asked)));
        self::assertSame(self::id(3), $walker->asked()->id);
        $walker->right()->on();
        self::assertSame($d->id('twin/question'), $walker->asked()->id);
        $walker->slips();
        self::assertNotNull($walker->place()['rung'], 'its ladder');
        $walker->on()->right()->on();
        self::assertTrue($walker->state->isFinished());
        self::assertSame(['', ''], [$walker->place()['title'], $walker->place()['message']->html ?? '']);
        self::assertEquals($walker->state->toArray(), $walker->refold()->toArray());
        self::assertSame([Standing::Clear, Standing::Climbed], [$walker->state->record(self::id(3))->standing, $walker->state->record(self::id(1))->standing]);
    }

    public function test_returns_are_due_days_after_mastery_and_never_closer_together_than_their_gaps(): void
    {
        $terms = new ReturnTerms(ReturnTerms::SUGGESTED);
        self::assertSame(101, $terms->next(100, []));
        self::assertSame(103, $terms->next(100, [101]));
        self::assertSame(109, $terms->next(100, [101, 105]), 'late by two days, four days on');
        self::assertSame(123, $terms->next(100, [101, 105, 109]));
        self::assertNull($terms->next(100, [101, 105, 109, 123]));
        self::assertNull((new ReturnTerms)->next(100, []), 'off by default');
    }

    /** @return array<string, array{array<string, mixed>}> */
    public static function malformed(): array
    {
        return [
            'falling' => [['days' => [3, 1]]], 'twice the same' => [['days' => [1, 1]]], 'none' => [['days' => [0]]],
            'half a day' => [['days' => [1.5]]], 'too far' => [['days' => [366]]], 'too many' => [['days' => range(1, 11)]],
            'words' => [['days' => ['one']]], 'no questions' => [['questions' => 0]], 'too many questions' => [['questions' => 31]],
            'something else' => [['gaps' => [1]]],
        ];
    }

    /** @param  array<string, mixed>  $returns */
    #[DataProvider('malformed')]
    public function test_terms_of_returns_that_cannot_be_are_refused(array $returns): void
    {
        $this->expectException(MalformedInput::class);
        Terms::read(Fields::of(['returns' => $returns]));
    }

    public function test_terms_of_returns_come_back_as_they_were_given(): void
    {
        $given = ['days' => [2, 9], 'questions' => 3];
        self::assertSame($given, Terms::read(Fields::of(['returns' => $given]))->toArray()['returns']);
        self::assertSame(['days' => [], 'questions' => 5], (new Terms)->toArray()['returns']);
    }

    /** @return array<string, array{float, float, list<int>}> what recalling, and not recalling, does to a half-life; the days */
    public static function forgetting(): array
    {
        return [
            'doubled and halved, as the estimate assumes' => [2, 0.5, ReturnTerms::SUGGESTED],
            'doubled, and worked out again' => [2, 1, ReturnTerms::SUGGESTED],
            'slower' => [1.5, 1, ReturnTerms::SUGGESTED],
            'faster, day after day' => [3, 1, [1, 2, 3, 4, 5, 6, 7, 8]],
        ];
    }

    /**
     * Students who forget by a known rule: what they recall after Δ days is 2^(−Δ/h), each question with an h of its own from 1 to 8 days,
     * and a return changes h. Of what is asked by what is least sure, more has been forgotten than of what is asked by lot: returns find
     * what is slipping. Means of 200 pairs, their difference with its 95 % interval (normal, 1.96 standard errors).
     *
     * @param  list<int>  $days
     */
    #[DataProvider('forgetting')]
    public function test_returns_find_more_of_what_was_forgotten_than_questions_by_lot(float $recalled, float $missed, array $days): void
    {
        $quiz = self::quiz(20);
        $found = static fn (int $student, bool $byPick): float => self::forgotten($quiz, $student, $byPick, $recalled, $missed, $days);
        $differences = array_map(static fn (int $student): float => $found($student, true) - $found($student, false), range(1, 200));
        $mean = array_sum($differences) / count($differences);
        $variance = array_sum(array_map(static fn (float $one): float => ($one - $mean) ** 2, $differences)) / (count($differences) - 1);
        $margin = 1.96 * sqrt($variance / count($differences));
        self::assertGreaterThan(0.0, $mean - $margin, sprintf('difference %.4f, interval ± %.4f', $mean, $margin));
    }

    /**
     * @param  list<int>  $days
     * @return float of what was asked, the share that had been forgotten
     */
    private static function forgotten(QuizDocument $quiz, int $student, bool $byPick, float $recalled, float $missed, array $days): float
    {
        $lot = new Randomizer(new Xoshiro256StarStar($student));
        $share = static fn (): float => $lot->getInt(0, 999_999) / 1_000_000;
        $halfLife = array_map(static fn (): float => 1 + 7 * $share(), $quiz->questions());
        $since = array_fill_keys(array_keys($halfLife), 0);
        $rounds = [self::past(0, array_fill_keys(array_keys($halfLife), true), false)];
        $forgotten = $asked = 0;
        foreach ($days as $day) {
            $picked = $byPick
                ? array_keys((new Memory($quiz, $rounds, $days[0]))->pick(5, $day, "$student/$day"))
                : array_slice($lot->shuffleArray(array_keys($halfLife)), 0, 5);
            $came = [];
            foreach ($picked as $question) {
                $came[$question] = $share() < 2 ** (-($day - $since[$question]) / $halfLife[$question]);
                $halfLife[$question] *= $came[$question] ? $recalled : $missed;
                $since[$question] = $day;
                $forgotten += $came[$question] ? 0 : 1;
                $asked++;
            }
            $rounds[] = self::past($day, $came);
        }

        return $forgotten / $asked;
    }
}
