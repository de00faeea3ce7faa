<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Marking\NumberReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Ways of writing numbers are common practice; the groupings are those of CLDR for the language. */
final class NumberReaderTest extends TestCase
{
    /** @return iterable<string, array{string, string, list<string>}> */
    public static function numbers(): iterable
    {
        yield 'whole' => ['en', '12', ['12']];
        yield 'sign' => ['en', '-12', ['-12']];
        yield 'typographic minus' => ['en', '− 3', ['-3']];
        yield 'grouped by space' => ['en', '1 250', ['1250']];
        yield 'grouped by a narrow space' => ['en', "1\u{202F}250", ['1250']];
        yield 'grouped by apostrophe' => ['de-CH', "1'250", ['1250']];
        yield 'grouped by comma in English' => ['en', '1,250', ['1250']];
        yield 'decimal point in English' => ['en', '1.250', ['1.25']];
        yield 'decimal comma in German' => ['de', '1,250', ['1.25']];
        yield 'grouped by point in German' => ['de', '1.250', ['1250']];
        yield 'a sign French does not use' => ['fr', '1.250', ['1.25', '1250']];
        yield 'both signs' => ['en', '1.250,0', ['1250']];
        yield 'both signs the other way' => ['de', '1,250.5', ['1250.5']];
        yield 'decimal comma in English, told by its two digits' => ['en', '1,25', ['1.25']];
        yield 'nought before a comma is never a group' => ['en', '0,125', ['0.125']];
        yield 'several groups' => ['en', '1,250,000', ['1250000']];
        yield 'no nought' => ['en', '.5', ['0.5']];
        yield 'exponent' => ['en', '1.25e3', ['1250']];
        yield 'power of ten with the letter x' => ['en', '6.02 x 10^3', ['6020']];
        yield 'power of ten with a capital X and no space' => ['de', '6,02X10^-1', ['0.602']];
        yield 'power of ten with the letter x and a raised digit' => ['en', '6.02 x 10³', ['6020']];
        yield 'power of ten' => ['en', '1.25 × 10^3', ['1250']];
        yield 'power of ten, raised' => ['en', '4·10⁻²', ['0.04']];
        yield 'fraction' => ['en', '5/4', ['1.25']];
        yield 'fraction that does not end' => ['en', '1/3', ['1/3']];
        yield 'whole and fraction' => ['en', '1 1/4', ['1.25']];
        yield 'negative whole and fraction' => ['en', '-1 1/4', ['-1.25']];
        yield 'vulgar fraction' => ['en', '1¼', ['1.25']];
        yield 'vulgar fraction alone' => ['en', '½', ['0.5']];
        yield 'grouped over whole' => ['en', '1 250/2', ['625']];
        yield 'per cent' => ['en', '125 %', ['1.25']];
        yield 'other digits' => ['en', '３.５', ['3.5']];
    }

    /** @param  list<string>  $readings */
    #[DataProvider('numbers')]
    public function test_numbers_are_read_as_people_write_them(string $language, string $text, array $readings): void
    {
        self::assertSame($readings, array_map(NumberReader::written(...), (NumberReader::for($language))->readings($text)));
    }

    /** @return iterable<array{string}> */
    public static function notNumbers(): iterable
    {
        yield from [
            [''],
            ['abc'],
            ['1.2.3'],
            ['12,34,56'],
            ['1 25'],
            ['5/0'],
            ['1e99999'],
            ['1e500'],
            ['--1'],
            ['1/'],
            ['/2'],
            ["\xff"],
            ['10³'],
            [str_repeat('9', 1000)],
            ["1\0"],
        ];
    }

    #[DataProvider('notNumbers')]
    public function test_what_is_not_a_number_has_no_reading(string $text): void
    {
        self::assertSame([], (NumberReader::for('en'))->readings($text));
    }

    public function test_nothing_is_lost_to_rounding(): void
    {
        $reader = NumberReader::for('en');
        $digits = '0.'.str_repeat('1234567890', 30);
        self::assertSame(rtrim($digits, '0'), NumberReader::written($reader->readings($digits)[0]));
    }
}
