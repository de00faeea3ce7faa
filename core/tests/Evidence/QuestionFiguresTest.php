<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\QuestionFigures;
use HiddenLadder\Core\Round\Record;
use HiddenLadder\Core\Round\Standing;
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
        $figures = QuestionFigures::of($question, [
            new Record,
            new Record(standing: Standing::Clear, tries: 1),
            new Record(standing: Standing::Climbed, tries: 4, slips: 3, depths: ['' => 2, $own => 1], matched: [$plain => 2, $own => 1]),
            new Record(standing: Standing::OnTheLadder, tries: 1, slips: 1, depths: ['' => 1], matched: [$plain => 1]),
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
        $figures = QuestionFigures::of($question, []);
        self::assertSame(0, $figures->students);
        self::assertSame(0, array_sum($figures->standings));
    }
}
