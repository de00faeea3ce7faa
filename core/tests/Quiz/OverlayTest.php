<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Overlay;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

final class OverlayTest extends TestCase
{
    public function test_corrections_are_laid_over_in_order_and_the_document_stays(): void
    {
        $document = Sample::document();
        $before = $document;

        $mended = Overlay::over($document, [
            ['pointer' => '/title', 'value' => 'First'],
            ['pointer' => '/stops/0/question/entries/1/right', 'value' => true],
            ['pointer' => '/title', 'value' => 'Second'],
        ]);

        self::assertSame('Second', $mended['title']);
        self::assertTrue($mended['stops'][0]['question']['entries'][1]['right']);
        self::assertSame($before, $document);
        self::assertSame($document, Overlay::over($document, []));
    }

    public function test_a_correction_of_nothing_is_left_out_and_named(): void
    {
        $nowhere = ['pointer' => '/stops/9/question', 'value' => 1];
        $title = ['pointer' => '/title', 'value' => 'Mended'];
        self::assertEquals(['title' => 'Mended'] + Sample::document(), Overlay::over(Sample::document(), [$nowhere, $title]));
        self::assertSame('b', Overlay::homeless(Sample::document(), ['a' => $title, 'b' => $nowhere]));
        self::assertNull(Overlay::homeless(Sample::document(), [$title]));
    }

    public function test_what_was_added_second_is_there_without_the_first(): void
    {
        $entries = static fn (array $document): array => array_column($document['stops'][1]['cues'][0]['question']['entries'], 'text');
        $before = $entries(Sample::document());
        $add = static fn (string $text, int $at): array => [
            'pointer' => '/stops/1/cues/0/question/entries/'.(count($before) + $at),
            'value' => ['id' => Sample::id("entry/$text"), 'text' => $text, 'right' => true, 'feedback' => '', 'fork' => null, 'ladder' => []],
        ];
        self::assertSame([...$before, 'one', 'two'], $entries(Overlay::over(Sample::document(), [$add('one', 0), $add('two', 1)])));
        self::assertSame([...$before, 'two'], $entries(Overlay::over(Sample::document(), [$add('two', 1)])));
    }

    public function test_no_order_of_laying_and_taking_back_makes_a_document_that_cannot_be_read(): void
    {
        $add = static fn (string $text, int $at): array => [
            'pointer' => "/stops/1/cues/0/question/entries/$at",
            'value' => ['id' => Sample::id("entry/$text"), 'text' => $text, 'right' => true, 'feedback' => '', 'fork' => null, 'ladder' => []],
        ];
        $first = count(Sample::document()['stops'][1]['cues'][0]['question']['entries']);
        $laid = [
            $add('one', $first), $add('two', $first + 1), $add('three', $first + 2), ['pointer' => '/stops/1/cues/0/question/entries/'.($first + 1).'/text', 'value' => 'TWO'],
            ['pointer' => '/stops/0/question/points', 'value' => 3], ['pointer' => '/stops/0/question/entries/1/share', 'value' => 0.5],
        ];
        for ($taken = 0; $taken < 2 ** count($laid); $taken++) {
            $left = array_filter($laid, static fn (int $index): bool => ($taken >> $index & 1) === 0, ARRAY_FILTER_USE_KEY);
            self::assertSame([], (new DocumentCheck)->problems(Overlay::over(Sample::document(), $left)), "without $taken");
        }
    }
}
