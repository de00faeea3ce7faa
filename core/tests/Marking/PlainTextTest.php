<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Marking\ComparedText;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Quiz\TextRules;
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

    /** @return iterable<string, array{string, string, bool}> */
    public static function signs(): iterable
    {
        yield 'as a space' => ["rock'n'roll", 'rock n roll', true];
        yield 'as nothing' => ["rock'n'roll", 'rocknroll', true];
        yield 'some this way, some that' => ["rock'n'roll", 'rockn roll', true];
        yield 'on both sides' => ["well-known author's", 'well known authors', true];
        yield 'other signs' => ["rock-n'roll!", '“Rock’n’Roll”', true];
        yield 'next to a space' => ['ebb, flow', 'ebb flow', true];
        yield 'a real space is not nothing' => ['ebb, flow', 'ebbflow', false];
        yield 'a space where there is no sign' => ['rocknroll', 'rock n roll', false];
        yield 'another letter' => ["rock'n'roll", 'rock m roll', false];
    }

    #[DataProvider('signs')]
    public function test_punctuation_that_is_left_out_counts_as_nothing_or_as_a_space(string $one, string $other, bool $same): void
    {
        $rules = new TextRules(ignorePunctuation: true);
        self::assertSame($same, self::areSame($one, $other, $rules));
        self::assertSame($same, self::areSame($other, $one, $rules));
        self::assertFalse(self::areSame("$one.", "$other!!", new TextRules));
    }

    private static function areSame(string $one, string $other, TextRules $rules): bool
    {
        return ComparedText::of($one, $rules)->isSame(ComparedText::of($other, $rules));
    }
}
