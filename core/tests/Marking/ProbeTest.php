<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Marking\ExpressionMarking;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Beyond rational expressions: identities of the trade (any collection of formulas has them), and pairs that only look alike.
 */
final class ProbeTest extends TestCase
{
    /** @return iterable<array{string, string, bool}> */
    public static function pairs(): iterable
    {
        foreach ([
            ['sin(x)^2+cos(x)^2', '1'], ['tan x', 'sin x/cos x'], ['ln(x^2)', '2 ln|x|'], [
                'exp(x+y)',
                'exp(x)*exp(y)',
            ], ['log(100)', '2'], ['e^ln(x)', 'x'],
            ['cbrt(8)', '2'], ['cbrt(-8x^3)', '-2x'], ['x^(1/3)', 'cbrt(x)'], ['root(3)(x)', 'x^(1/3)'], ['asin(sin(x/9))', 'x/9'], [
                'arccos(x/9)',
                'acos(x/9)',
            ],
            ['atan(x)', 'arctan(x)'], [
                'asin(x/9)+acos(x/9)',
                'pi/2',
            ], ['√(x^2)', '|x|'], ['2^(3+1)', '16'], ['x^(2/2)', 'x'], ['sin^2 x', '(sin x)^2'], ['½x', 'x/2'], ['x⁻¹', '1/x'],
            ['-(-x)', 'x'], ['x--y', 'x+y'], ['x*-y', '-x*y'], ['2^-1', '0.5'], ['sqrt(4)', '2'], ['sqrt(x)/sqrt(x)', '1'], [
                '99999999999999999999*99999999999999999999',
                '99999999999999999999^2',
            ],
            ['v_1*v_2', 'v_{2}*v_{1}'], ['2^x/2^y', '2^(x-y)'],
        ] as [$a, $b]) {
            yield [$a, $b, true];
        }
        foreach ([
            [
                'sin(x)',
                'sin(2x)/2',
            ], ['sqrt(x^2)', 'x'], ['ln(x)', 'log(x)'], ['|x|', 'x'], [
                'cbrt(x)',
                'sqrt(x)',
            ], ['tan(x)', 'atan(x)'], ['exp(x)', 'x^e'], ['pi', '3.14'], ['e', '2.718'],
            ['acos(x+9)', 'asin(x+9)'], ['ln(-x^2)', 'ln(x)'], ['2^0.5', '1.414'], ['x^(1/2)', 'x^(1/4)'], [
                '99999999999999999999',
                '99999999999999999998',
            ],
        ] as [$a, $b]) {
            yield [$a, $b, false];
        }
    }

    #[DataProvider('pairs')]
    public function test_what_is_equal_is_found_equal_both_ways_and_nothing_else(string $a, string $b, bool $equal): void
    {
        $marking = new ExpressionMarking('.');
        self::assertSame($equal, $marking->equal($a, $b));
        self::assertSame($equal, $marking->equal($b, $a));
    }

    public function test_more_unknowns_leave_less_room_for_powers(): void
    {
        $marking = new ExpressionMarking('.');
        $sum = static fn (int $count, string $sign = '+'): string => implode(
            $sign,
            array_map(static fn (int $i): string => "a_$i", range(1, $count)),
        );
        foreach ([5, 8, 14, 30] as $count) {
            self::assertTrue($marking->equal($sum($count), $sum($count).'+1-1'));
            self::assertFalse($marking->equal($sum($count), $sum($count).'+1'));
        }
        $this->expectExceptionMessage('marking.too-large');
        $marking->equal($sum(40), '1');
    }
}
