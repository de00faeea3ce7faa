<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Marking\PlainText;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PlainTextTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function same(): iterable
    {
        // UAX 15, figure 6: compatibility composites.
        yield 'ligature' => ['ﬁ', 'fi'];
        yield 'superscript' => ['2⁵', '25'];
        // UAX 15, table 1: composed and decomposed.
        yield 'composed' => ["\u{1E9B}\u{0323}", "\u{1E69}"];
        yield 'angstrom' => ["\u{212B}", "\u{00E5}"];
        // CaseFolding.txt, status F.
        yield 'sharp s' => ['Maße', 'MASSE'];
        yield 'final sigma' => ['ΣΊΣΥΦΟΣ', 'σίσυφος'];
        yield 'spaces' => [" High \t water\n", 'high water'];
        yield 'no-break space' => ["high\u{00A0}water", 'high water'];
    }

    #[DataProvider('same')]
    public function test_texts_that_read_the_same_are_the_same(string $one, string $other): void
    {
        self::assertSame(PlainText::folded($one), PlainText::folded($other));
        self::assertSame(PlainText::folded($one), PlainText::folded(PlainText::folded($one)));
    }

    public function test_other_texts_stay_apart(): void
    {
        self::assertNotSame(PlainText::folded('ebb'), PlainText::folded('ébb'));
        self::assertNotSame(PlainText::folded('highwater'), PlainText::folded('high water'));
    }
}
