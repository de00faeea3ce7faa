<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\Attempt;
use HiddenLadder\Core\Evidence\JoinedObjectives;
use HiddenLadder\Core\Evidence\ObjectivesOverTime;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\MasteryTerms;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\KnowledgeTracing;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

final class ObjectivesOverTimeTest extends TestCase
{
    /** Three numbers that serve one objective, and one that serves none. */
    private static function quiz(string $name, string $text, string $code): QuizDocument
    {
        $d = new Draft($name);
        $asks = static fn (string $question, bool $serves): array => $d->asks($question, $d->question(
            $question, 'number', "$question?", [$d->right('4')], '', '', [], '0', $serves ? ['objectives' => [$d->id('goal')]] : [],
        ));

        return QuizDocument::read($d->quiz($name, '', [$asks('a', true), $asks('b', true), $asks('c', true), $asks('d', false)], 'End', '', [], [
            'objectives' => [['id' => $d->id('goal'), 'text' => $text, 'code' => $code], ['id' => $d->id('idle'), 'text' => "$name idle", 'code' => '']],
        ]));
    }

    private static function round(string $name, string $tries): RoundEvidence
    {
        $d = new Draft($name);
        $attempts = $evidence = [];
        foreach (str_split($tries) as $index => $try) {
            $question = $d->id(['a', 'b', 'c', 'd'][$index].'/question');
            $attempts[] = new Attempt($question, $try === '1' ? 'right' : 'not-right', (float) $try, null, null, null, []);
            $evidence[] = [$question, $try === '1'];
        }

        return new RoundEvidence($attempts, evidence: $evidence);
    }

    public function test_objectives_of_two_quizzes_are_one_by_code_and_each_task_tells_its_first_rounds(): void
    {
        [$first, $second] = [self::quiz('first', 'Add to ten', 'MA-1'), self::quiz('second', 'Adding up to ten', 'ma-1')];
        $over = new ObjectivesOverTime;
        $over->add($first, 'T1', 'ada', self::round('first', '1001'));
        $over->add($first, 'T1', 'bram', self::round('first', '11'));
        $over->add($first, 'T1', 'ada', self::round('first', '1111'));
        $over->add($second, 'T2', 'ada', self::round('second', '1110'));
        $told = $over->toArray();
        self::assertSame(['Add to ten'], array_column($told, 'text'), 'what nobody was asked about is not told');
        self::assertSame(
            [['T1', 3, 5], ['T2', 3, 3]],
            array_map(static fn (array $point): array => [$point['task'], $point['share']['count'], $point['share']['of']], $told[0]['points']),
            'the second round counts for the estimate alone, and the question that serves nothing not at all',
        );
        self::assertSame(['ada' => 9, 'bram' => 2], array_column($told[0]['students'], 'answers', 'student'));
        self::assertNull($told[0]['students'][1]['known'], 'two answers are too few');
        $tries = array_map(static fn (string $try): array => [$try === '1', 0.2], str_split('100111111'));
        self::assertEqualsWithDelta(KnowledgeTracing::known($tries, new MasteryTerms), $told[0]['students'][0]['known'], 1e-4);
    }

    public function test_the_interval_holds_the_estimate_is_narrow_where_all_is_alike_and_the_same_each_time(): void
    {
        $quiz = self::quiz('first', 'Add', '');
        $known = static function (string ...$rounds) use ($quiz): array {
            $over = new ObjectivesOverTime;
            foreach ($rounds as $round) {
                $over->add($quiz, 'T', 'ada', self::round('first', $round));
            }

            return $over->toArray()[0]['students'][0];
        };
        $mixed = $known('101', '010');
        self::assertNotNull($mixed['interval']);
        self::assertLessThanOrEqual($mixed['known'], $mixed['interval'][0]);
        self::assertGreaterThanOrEqual($mixed['known'], $mixed['interval'][1]);
        self::assertGreaterThan(0.3, $mixed['interval'][1] - $mixed['interval'][0]);
        $sure = $known('111', '111');
        self::assertEqualsWithDelta(0.0, ($sure['interval'][1] ?? 1) - ($sure['interval'][0] ?? 0), 1e-9);
        self::assertSame($mixed, $known('101', '010'));
    }

    public function test_a_chain_of_one_wording_and_one_code_is_one(): void
    {
        $joined = new JoinedObjectives;
        $number = static fn (string $text, string $code): int => $joined->number(Objective::read(Fields::of(['id' => 'x', 'text' => $text, 'code' => $code])));
        self::assertSame([0, 1, 0, 0, 2], [$number('Add', 'A1'), $number('Draw', ''), $number('Adding', 'a1'), $number(' ADDING ', ''), $number('', '')]);
    }
}
