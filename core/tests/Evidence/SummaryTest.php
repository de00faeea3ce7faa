<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\QuestionEvidence;
use HiddenLadder\Core\Evidence\Share;
use HiddenLadder\Core\Evidence\Summary;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

final class SummaryTest extends TestCase
{
    private static function id(string $name): string
    {
        return (new Draft('summary'))->id($name);
    }

    private static function quiz(): QuizDocument
    {
        $d = new Draft('summary');
        $asks = static fn (string $name): array => $d->asks($name, $d->question($name, 'one-choice', "$name?", [
            $d->right("$name-yes"), $d->wrong("$name-no", 'no'), $d->wrong("$name-never", 'never'),
        ], '', '', [$d->hint("$name-hint", "Look at $name.")]));

        return QuizDocument::read(['misconceptions' => [
            ['id' => self::id('mixed'), 'text' => 'Ebb and flood are mixed up'], ['id' => self::id('rare'), 'text' => 'The sea is full of salt'],
        ]] + $d->quiz('Summary', '', array_map($asks, ['a', 'b', 'c']), 'End', ''));
    }

    /** @param  array<string, int>  $entries  first answers by entry */
    private static function question(string $name, int $right, int $of, array $entries = [], ?float $rest = null): QuestionEvidence
    {
        $given = array_map(static fn (int $count): array => ['count' => $count, 'meanScore' => 0.5], $entries);
        $ids = array_map(static fn (string $entry): string => self::id("entry/$entry"), array_keys($entries));

        return new QuestionEvidence(
            self::id("$name/question"), new Share($right, $of), new Share(1, $of - $right), 1.0, null, array_combine($ids, $given), [], $rest,
        );
    }

    /**
     * @param  list<QuestionEvidence>  $questions
     * @param  array<string, Share>  $rungs  by the names of questions
     * @param  array<string, int>  $misconceptions  how many show each
     * @return list<array{string, string, ?string}> what it is for, which sentence, what it leads to
     */
    private static function told(array $questions, array $rungs = [], array $misconceptions = [], ?float $gain = null): array
    {
        $shown = $came = [];
        foreach ($misconceptions as $name => $count) {
            $shown[self::id($name)] = ['now' => array_map(static fn (int $n): string => "s$n", range(1, $count)), 'left' => ['t']];
        }
        foreach ($rungs as $name => $share) {
            $hint = self::quiz()->question(self::id("$name/question"))->ladder[0] ?? throw new \LogicException($name);
            $came[$hint->id] = $share;
        }

        return array_map(
            static fn (array $one): array => [$one['for']->value, $one['sentence']->code, $one['at']],
            (new Summary(self::quiz()))->of($questions, $came, $shown, 12, $gain, 8),
        );
    }

    private static function hint(string $name): string
    {
        return self::quiz()->question(self::id("$name/question"))->ladder[0]->id ?? '';
    }

    public function test_what_to_do_tomorrow_comes_first_then_what_to_do_to_the_quiz_then_what_is_good_to_know(): void
    {
        self::assertSame([
            ['lesson', 'evidence.hardest', self::id('b/question')],
            ['lesson', 'evidence.misconception', self::id('mixed')],
            ['quiz', 'evidence.rung-helps-few', self::hint('a')],
            ['quiz', 'evidence.rung-helps-well', self::hint('c')],
            ['knowing', 'evidence.gain', null],
        ], self::told(
            [self::question('a', 9, 12), self::question('b', 3, 12), self::question('c', 12, 12)],
            // The rung weighs more than the misconception, and is for another day.
            ['a' => new Share(1, 6), 'c' => new Share(6, 6)],
            ['mixed' => 3],
            0.4,
        ));
    }

    public function test_nothing_is_said_of_too_few(): void
    {
        self::assertSame([], self::told(
            [self::question('a', 0, 4)],
            ['a' => new Share(0, 4), 'c' => new Share(4, 4)],
            ['rare' => 1],
        ), 'Four are too few for a question or a rung, one for a misconception.');
        self::assertSame([], self::told([self::question('a', 8, 12)], ['a' => new Share(3, 5)]), 'What goes as it mostly does is not told.');
    }

    public function test_of_more_than_six_those_that_weigh_most_are_told(): void
    {
        $told = self::told(
            [self::question('a', 3, 20, ['a-no' => 17], -0.3), self::question('b', 9, 20, ['b-no' => 11], -0.4), self::question('c', 18, 20, ['c-no' => 2])],
            ['a' => new Share(1, 6), 'b' => new Share(0, 9)],
            ['mixed' => 4],
            0.2,
        );
        self::assertCount(6, $told);
        self::assertSame(['lesson', 'lesson', 'quiz', 'quiz', 'quiz', 'quiz'], array_column($told, 0));
        self::assertNotContains('evidence.hardly-chosen', array_column($told, 1), 'It weighs least.');
    }
}
