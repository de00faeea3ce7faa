<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use Brick\Math\BigInteger;

/**
 * Whole numbers that are machine integers as long as they fit, and grow beyond when they must.
 */
final class ExactInteger
{
    /** Numbers of more bits than this are refused. */
    private const MOST_BITS = 8192;

    public static function add(int|BigInteger $a, int|BigInteger $b): int|BigInteger
    {
        if (is_int($a) && is_int($b)) {
            $sum = self::exact($a + $b);
            if ($sum !== null) {
                return $sum;
            }
        }

        return self::small(BigInteger::of($a)->plus($b));
    }

    public static function multiply(int|BigInteger $a, int|BigInteger $b): int|BigInteger
    {
        if (is_int($a) && is_int($b)) {
            $product = self::exact($a * $b);
            if ($product !== null) {
                return $product;
            }
        }

        return self::small(BigInteger::of($a)->multipliedBy($b));
    }

    public static function isZero(int|BigInteger $a): bool
    {
        return is_int($a) ? $a === 0 : $a->isZero();
    }

    public static function same(int|BigInteger $a, int|BigInteger $b): bool
    {
        return is_int($a) && is_int($b) ? $a === $b : BigInteger::of($a)->isEqualTo($b);
    }

    public static function of(string $digits): int|BigInteger
    {
        return strlen($digits) < 18 ? (int) $digits : self::small(BigInteger::of($digits));
    }

    /** What no longer fits a machine integer has become a float. */
    private static function exact(int|float $value): ?int
    {
        return is_int($value) ? $value : null;
    }

    private static function small(BigInteger $big): int|BigInteger
    {
        $bits = $big->getBitLength();
        if ($bits > self::MOST_BITS) {
            throw TooLarge::now();
        }

        return $bits < 63 ? $big->toInt() : $big;
    }
}
