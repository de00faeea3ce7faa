<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use Closure;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;

/**
 * Slips of written arithmetic, column by column.
 *
 * Those of subtraction are procedures that Brown and Burton describe (“Diagnostic models for procedural bugs in basic
 * mathematical skills”, 1978) and VanLehn after them (“Mind bugs”, 1990); those of addition, multiplication and division are
 * common practice.
 */
final class ColumnSlips
{
    private const LONGEST = 9;

    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.smaller-from-larger', self::subtracting(self::smallerFromLarger(...))),
            new Slip('workings.slip.borrowed-and-not-taken-off', self::subtracting(self::notTakenOff(...))),
            new Slip('workings.slip.borrowed-from-zero', self::subtracting(self::borrowedFromZero(...))),
            new Slip('workings.slip.borrowed-across-zero', self::subtracting(self::borrowedAcrossZero(...))),
            new Slip('workings.slip.zero-less-a-digit-is-the-digit', self::subtracting(self::zeroLessDigit(true))),
            new Slip('workings.slip.zero-less-a-digit-is-zero', self::subtracting(self::zeroLessDigit(false))),
            new Slip('workings.slip.carry-forgotten', self::carryForgotten(...)),
            new Slip('workings.slip.carry-written-down', self::carryWritten(...)),
            new Slip('workings.slip.second-row-not-shifted', self::notShifted(...)),
            new Slip('workings.slip.only-like-places-multiplied', self::onlyLikePlaces(...)),
            new Slip('workings.slip.zero-left-out-of-quotient', self::zeroLeftOut(...)),
        ];
    }

    /**
     * @param  Closure(list<int>, list<int>): ?list<int>  $columns  from the ones on, of the larger and the smaller; gives the result’s
     * @return Closure(Node): ?Node
     */
    private static function subtracting(Closure $columns): Closure
    {
        return static function (Node $node) use ($columns): ?Node {
            [$larger, $smaller, $places] = self::written($node, Op::Difference) ?? [0, 0, 0];
            // Below twenty nobody writes one below the other.
            $result = $larger <= $smaller || $larger <= 20 ? null : $columns(self::digits($larger), self::padded($smaller, $larger));

            return $result === null ? null : self::number(self::fromDigits($result), $places);
        };
    }

    /**
     * @param  list<int>  $above
     * @param  list<int>  $below
     * @return ?list<int>
     */
    private static function smallerFromLarger(array $above, array $below): ?array
    {
        return self::hasBorrow($above, $below)
            ? array_map(static fn (int $a, int $b): int => abs($a - $b), $above, $below)
            : null;
    }

    /**
     * @param  list<int>  $above
     * @param  list<int>  $below
     * @return ?list<int>
     */
    private static function notTakenOff(array $above, array $below): ?array
    {
        return self::hasBorrow($above, $below)
            ? array_map(static fn (int $a, int $b): int => ($a - $b + 10) % 10, $above, $below)
            : null;
    }

    /**
     * A zero becomes nine, and nothing is taken off further left.
     *
     * @param  list<int>  $above
     * @param  list<int>  $below
     * @return ?list<int>
     */
    private static function borrowedFromZero(array $above, array $below): ?array
    {
        return self::borrowing($above, $below, static function (array $above, int $column): array {
            if ($above[$column] === 0) {
                $above[$column] = 9;
            } else {
                $above[$column]--;
            }

            return $above;
        });
    }

    /**
     * Zeros are passed over, and stay zeros.
     *
     * @param  list<int>  $above
     * @param  list<int>  $below
     * @return ?list<int>
     */
    private static function borrowedAcrossZero(array $above, array $below): ?array
    {
        return self::borrowing($above, $below, static function (array $above, int $column): ?array {
            while (($above[$column] ?? null) === 0) {
                $column++;
            }
            if (! isset($above[$column])) {
                return null;
            }
            $above[$column]--;

            return $above;
        });
    }

    /**
     * Subtraction with a rule of its own for borrowing, where there is a zero to borrow from.
     *
     * @param  list<int>  $above
     * @param  list<int>  $below
     * @param  Closure(list<int>, int): ?list<int>  $borrow  from a column and those left of it
     * @return ?list<int>
     */
    private static function borrowing(array $above, array $below, Closure $borrow): ?array
    {
        $result = [];
        $meetsZero = false;
        foreach ($below as $column => $digit) {
            if ($above[$column] < $digit) {
                if (! isset($above[$column + 1])) {
                    return null;
                }
                $meetsZero = $meetsZero || $above[$column + 1] === 0;
                $above = $borrow(array_values($above), $column + 1);
                if ($above === null) {
                    return null;
                }
                $above[$column] += 10;
            }
            $result[] = $above[$column] - $digit;
        }

        return $meetsZero && min($result) >= 0 ? $result : null;
    }

    /** @return Closure(list<int>, list<int>): ?list<int> */
    private static function zeroLessDigit(bool $isDigit): Closure
    {
        return static function (array $above, array $below) use ($isDigit): ?array {
            $result = [];
            $met = false;
            $borrowed = 0;
            foreach ($below as $column => $digit) {
                $top = $above[$column] - $borrowed;
                $borrowed = 0;
                if ($above[$column] === 0 && $digit > 0) {
                    $result[] = $isDigit ? $digit : 0;
                    $met = true;

                    continue;
                }
                $borrowed = $top < $digit ? 1 : 0;
                $result[] = $top - $digit + 10 * $borrowed;
            }

            return $met && $borrowed === 0 ? $result : null;
        };
    }

    private static function carryForgotten(Node $node): ?Node
    {
        $sums = self::columnSums($node);
        if ($sums === null) {
            $product = self::columnProducts($node);

            return $product === null ? null : Numbers::whole(self::fromDigits(self::withoutCarry($product)));
        }

        return self::number(self::fromDigits(self::withoutCarry($sums[0])), $sums[1]);
    }

    private static function carryWritten(Node $node): ?Node
    {
        $sums = self::columnSums($node);
        if ($sums === null || $sums[1] > 0) {
            return null;
        }
        $written = implode('', array_reverse(array_map(strval(...), $sums[0])));

        return strlen($written) > self::LONGEST ? null : Numbers::whole((int) $written);
    }

    private static function notShifted(Node $node): ?Node
    {
        [$a, $b] = self::factors($node) ?? [0, 0];

        $rows = array_map(static fn (int $digit): int => $a * $digit, self::digits($b));

        return $a < 10 || $b < 10 || $b % 10 === 0 ? null : Numbers::whole(array_sum($rows));
    }

    private static function onlyLikePlaces(Node $node): ?Node
    {
        [$a, $b] = self::factors($node) ?? [0, 0];
        if ($a < 10 || $b < 10) {
            return null;
        }
        $product = 0;
        foreach (self::digits($a) as $place => $digit) {
            $product += $digit * (self::digits($b)[$place] ?? 0) * 100 ** $place;
        }

        return Numbers::whole($product);
    }

    private static function zeroLeftOut(Node $node): ?Node
    {
        [$a, $b] = $node->op === Op::Quotient ? [Numbers::wholeOf($node->parts[0]), Numbers::wholeOf($node->parts[1])] : [null, null];
        if ($a === null || $b === null || $b <= 0 || $a <= 0 || $a % $b !== 0) {
            return null;
        }
        $quotient = (string) intdiv($a, $b);
        // A zero within: those at the end are seen to be there.
        $without = preg_replace('/(?<=[1-9])0+(?=\d*[1-9])/', '', $quotient);

        return $without === $quotient ? null : Numbers::whole((int) $without);
    }

    /**
     * @param  list<int>  $columns
     * @return list<int>
     */
    private static function withoutCarry(array $columns): array
    {
        $last = count($columns) - 1;

        $digit = static fn (int $column, int $value): int => $column === $last ? $value : $value % 10;

        return array_map($digit, array_keys($columns), $columns);
    }

    /** @return array{list<int>, int}|null the sums of the columns from the right, where one carries, and the decimal places */
    private static function columnSums(Node $node): ?array
    {
        [$a, $b, $places] = self::written($node, Op::Sum) ?? [0, 0, 0];
        [$larger, $smaller] = [max($a, $b), min($a, $b)];
        if ($smaller === 0) {
            return null;
        }
        $sums = array_map(static fn (int $one, int $other): int => $one + $other, self::digits($larger), self::padded($smaller, $larger));
        $carries = self::hasLarge(array_slice($sums, 0, -1));

        return $carries ? [$sums, $places] : null;
    }

    /** @return ?list<int> the products of the columns with a number of one digit, where one carries */
    private static function columnProducts(Node $node): ?array
    {
        [$a, $b] = self::factors($node) ?? [0, 0];
        [$long, $short] = [max($a, $b), min($a, $b)];
        if ($long < 10 || $short < 2 || $short > 9) {
            return null;
        }
        $products = array_map(static fn (int $digit): int => $digit * $short, self::digits($long));

        return self::hasLarge(array_slice($products, 0, -1)) ? $products : null;
    }

    /** @return array{int, int}|null */
    private static function factors(Node $node): ?array
    {
        [$a, $b] = $node->op === Op::Product ? [Numbers::wholeOf($node->parts[0]), Numbers::wholeOf($node->parts[1])] : [null, null];

        return $a === null || $b === null || $a < 1 || $b < 1 || $a > 99_999 || $b > 99_999 ? null : [$a, $b];
    }

    /** @return array{int, int, int}|null two numbers as they stand below each other, without the point, and the places behind it */
    private static function written(Node $node, Op $op): ?array
    {
        if ($node->op !== $op || $node->parts[0]->op !== Op::Number || $node->parts[1]->op !== Op::Number) {
            return null;
        }
        $places = max(Numbers::placesOf($node->parts[0]), Numbers::placesOf($node->parts[1]));
        $numbers = [];
        foreach ($node->parts as $part) {
            $digits = str_replace('.', '', $part->text).str_repeat('0', $places - Numbers::placesOf($part));
            if (strlen($digits) > self::LONGEST) {
                return null;
            }
            $numbers[] = (int) $digits;
        }

        return [$numbers[0], $numbers[1], $places];
    }

    /**
     * @param  list<int>  $above
     * @param  list<int>  $below
     */
    private static function hasBorrow(array $above, array $below): bool
    {
        return array_filter(array_map(static fn (int $a, int $b): bool => $a < $b, $above, $below)) !== [];
    }

    /** @param  list<int>  $columns */
    private static function hasLarge(array $columns): bool
    {
        return array_filter($columns, static fn (int $column): bool => $column >= 10) !== [];
    }

    /** @return list<int> from the ones on */
    private static function digits(int $number): array
    {
        return array_map(intval(...), array_reverse(str_split((string) $number)));
    }

    /** @return list<int> as many digits as a larger number has */
    private static function padded(int $number, int $as): array
    {
        return array_pad(self::digits($number), count(self::digits($as)), 0);
    }

    /** @param  list<int>  $digits */
    private static function fromDigits(array $digits): int
    {
        $number = 0;
        foreach (array_reverse($digits) as $digit) {
            $number = 10 * $number + $digit;
        }

        return $number;
    }

    private static function number(int $digits, int $places): Node
    {
        return DecimalSlips::shifted($digits, $places);
    }
}
