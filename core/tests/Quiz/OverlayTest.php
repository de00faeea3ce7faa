<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

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

    public function test_a_correction_of_nothing_is_an_error(): void
    {
        $this->expectException(\OutOfBoundsException::class);
        Overlay::over(Sample::document(), [['pointer' => '/stops/9/question', 'value' => 1]]);
    }
}
