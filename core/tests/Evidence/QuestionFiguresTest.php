<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\QuestionFigures;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

final class QuestionFiguresTest extends TestCase
{
    public function test_students_are_counted_once_each(): void
    {
        $question = Sample::quiz()->question(Sample::id('first/question'));
        self::assertNotNull($question);
        $plain = Sample::id('entry/plain');
        $own = Sample::id('entry/own');
        $figures = QuestionFigures::of(Sample::quiz(), $question, [
            new Record,
            Record::read(Fields::of(['standing' => 'clear', 'tries' => 1])),
            Record::read(
                Fields::of(
                    [
                        'standing' => 'climbed',
                        'tries' => 4,
                        'slips' => 3,
                        'depths' => [$question->id => 2, $own => 1],
                        'matched' => [$plain => 2, $own => 1],
                    ],
                ),
            ),
            Record::read(
                Fields::of(
                    [
                        'standing' => 'on-the-ladder',
                        'tries' => 1,
                        'slips' => 1,
                        'depths' => [$question->id => 1],
                        'matched' => [$plain => 1],
                    ],
                ),
            ),
        ])->toArray();
        self::assertSame(4, $figures['students']);
        self::assertSame(4, array_sum($figures['standings']));
        self::assertSame(1, $figures['standings']['climbed']);
        self::assertEquals((object) [$plain => 2, $own => 1], $figures['matched']);
        self::assertEquals((object) [Sample::id('hint-1') => 2, Sample::id('hint-2') => 1, Sample::id('own-hint') => 1], $figures['rungs']);
    }

    public function test_an_empty_class_has_counts_of_nought(): void
    {
        $question = Sample::quiz()->question(Sample::id('last/question'));
        self::assertNotNull($question);
        $figures = QuestionFigures::of(Sample::quiz(), $question, []);
        self::assertSame(0, $figures->students);
        self::assertSame(0, array_sum($figures->standings));
    }
}
