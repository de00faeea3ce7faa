<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\Attempt;
use HiddenLadder\Core\Evidence\Opening;
use HiddenLadder\Core\Evidence\QuestionEvidence;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\Share;
use HiddenLadder\Core\Evidence\StudentEvidence;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

final class OpeningTest extends TestCase
{
    private static function id(string $name): string
    {
        return (new Draft('opening'))->id($name);
    }

    private static function quiz(): QuizDocument
    {
        $d = new Draft('opening');
        $asks = static fn (string $name): array => $d->asks($name, $d->question($name, 'one-choice', "$name?", [
            $d->right('yes'), $d->wrong("$name-often", 'often'), $d->wrong("$name-seldom", 'seldom'),
        ], '', '', []));

        return QuizDocument::read($d->quiz('Opening', '', array_map($asks, ['a', 'b', 'c', 'd', 'e']), 'End', ''));
    }

    /** @param  array<string, int>  $entries  first answers by entry */
    private static function question(string $name, int $right, int $of, array $entries = []): QuestionEvidence
    {
        $given = array_map(static fn (int $count): array => ['count' => $count, 'meanScore' => 0.5], $entries);
        $ids = array_map(static fn (string $entry): string => self::id("entry/$entry"), array_keys($entries));

        return new QuestionEvidence(
            self::id("$name/question"), new Share($right, $of), new Share(0, $of - $right), 1.0, null, array_combine($ids, $given),
        );
    }

    /**
     * @param  array<string, bool>  $tries  by question
     * @param  list<string>  $left  questions left behind
     */
    private static function student(string $name, array $tries, array $left = []): StudentEvidence
    {
        $attempts = array_map(
            static fn (string $question, bool $right): Attempt => new Attempt(
                self::id("$question/question"), $right ? 'right' : 'not-right', $right ? 1.0 : 0.0, null, null, null, [],
            ),
            array_keys($tries),
            $tries,
        );
        $standings = array_fill_keys(array_map(static fn (string $one): string => self::id("$one/question"), $left), Standing::SetAside->value);

        return new StudentEvidence($name, [['evidence' => new RoundEvidence($attempts, standings: $standings), 'score' => null]]);
    }

    public function test_the_two_that_fewest_had_right_are_shown_with_the_slips_that_several_made(): void
    {
        $told = (new Opening(self::quiz()))->of([
            self::question('a', 9, 10), self::question('b', 4, 10, ['b-often' => 3, 'b-seldom' => 1]),
            self::question('c', 2, 10, ['c-seldom' => 2, 'c-often' => 4]), self::question('d', 6, 10), self::question('e', 0, 4),
        ], [['question' => self::id('c/question'), 'text' => 'never', 'n' => 3], ['question' => self::id('b/question'), 'text' => 'no', 'n' => 2]], []);
        self::assertSame(
            [[self::id('c/question'), 2, 10], [self::id('b/question'), 4, 10]],
            array_map(static fn (array $one): array => [$one['question'], $one['right'], $one['of']], $told['questions']),
            'nothing of the one that four answered',
        );
        $slips = static fn (array $one): array => array_map(static fn (array $slip): string => "{$slip['text']} {$slip['n']}", $one['slips']);
        self::assertSame([['often 4', 'never 3', 'seldom 2'], ['often 3', 'no 2']], array_map($slips, $told['questions']));
    }

    public function test_those_are_visited_who_left_most_behind_or_slipped_at_most_and_not_who_hardly_began(): void
    {
        $all = static fn (string $right): array => array_map(static fn (string $one): bool => $one === '1', array_combine(['a', 'b', 'c', 'd', 'e'], str_split($right)));
        $told = (new Opening(self::quiz()))->of([], [], [
            'well' => self::student('well', $all('11110')), 'half' => self::student('half', $all('01100')),
            'none' => self::student('none', $all('00000')), 'began' => self::student('began', ['a' => false]),
            'left' => self::student('left', ['a' => true], ['b']), 'both' => self::student('both', ['a' => false], ['b', 'c']),
        ]);
        self::assertSame(['both', 'left', 'none', 'half'], array_column($told['visit'], 'student'));
        self::assertSame(['student' => 'none', 'left' => 0, 'slipped' => 5, 'tried' => 5], $told['visit'][2]);
    }

    public function test_who_slipped_sits_with_who_had_it_right_each_once(): void
    {
        $students = [];
        foreach (['1' => [false, false], '2' => [false, true], '3' => [true, true], '4' => [true, false], '5' => [false, true]] as $name => [$a, $b]) {
            $students["s$name"] = self::student("s$name", ['a' => $a, 'b' => $b]);
        }
        $told = (new Opening(self::quiz()))->of([self::question('a', 2, 5), self::question('b', 3, 5)], [], $students);
        self::assertSame(
            ['s1 s3 a', 's2 s4 a'],
            array_map(static fn (array $pair): string => "{$pair['one']} {$pair['other']} ".($pair['question'] === self::id('a/question') ? 'a' : 'b'), $told['pairs']),
            'the fifth, who had the second right, finds nobody left who slipped at it',
        );
        $taken = array_merge(array_column($told['pairs'], 'one'), array_column($told['pairs'], 'other'));
        self::assertSame(count($taken), count(array_unique($taken)));
    }

    public function test_of_nothing_nothing_is_said(): void
    {
        self::assertSame(['questions' => [], 'visit' => [], 'pairs' => []], (new Opening(self::quiz()))->of([], [], []));
    }
}
