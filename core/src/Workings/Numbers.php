<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use Brick\Math\BigInteger;
use Brick\Math\BigRational;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Marking\NumberReader;

/** Numbers as they stand in a tree: whole or decimal ones, fractions of two whole ones, and each of them with a minus. */
final class Numbers
{
    public static function whole(int $value): Node
    {
        return self::signed($value < 0, new Node(Op::Number, (string) abs($value), []));
    }

    /** A fraction as it is written, not brought down. */
    public static function fraction(int $above, int $below): Node
    {
        return self::signed(
            ($above < 0) !== ($below < 0) && $above !== 0,
            self::line(self::whole(abs($above)), self::whole(abs($below))),
        );
    }

    /** What a number is; null where the node is none. */
    public static function valueOf(Node $node): ?BigRational
    {
        if ($node->op === Op::Number) {
            return self::read($node->text);
        }
        if ($node->op === Op::Negative) {
            return $node->parts[0]->op === Op::Negative ? null : self::valueOf($node->parts[0])?->negated();
        }
        [$above, $below] = self::fractionOf($node) ?? [0, 0];

        return $below === 0 ? null : BigRational::nd($above, $below);
    }

    /** A whole number with its sign; null for anything else, and for numbers of more than 15 digits. */
    public static function wholeOf(Node $node): ?int
    {
        if ($node->op === Op::Negative) {
            $whole = $node->parts[0]->op === Op::Number ? self::wholeOf($node->parts[0]) : null;

            return $whole === null ? null : -$whole;
        }

        return $node->op === Op::Number && preg_match('/^\d{1,15}$/', $node->text) === 1 ? (int) $node->text : null;
    }

    /** @return array{int, int}|null numerator and denominator of a fraction as it is written; null where the node is none */
    public static function fractionOf(Node $node): ?array
    {
        if ($node->op === Op::Negative) {
            $fraction = $node->parts[0]->op === Op::Quotient ? self::fractionOf($node->parts[0]) : null;

            return $fraction === null ? null : [-$fraction[0], $fraction[1]];
        }
        if ($node->op !== Op::Quotient || $node->text === Exercise::PERCENT) {
            return null;
        }
        [$above, $below] = [self::wholeOf($node->parts[0]), self::wholeOf($node->parts[1])];

        return $above === null || $below === null || $below === 0 ? null : [$above, $below];
    }

    /** @return array{int, int}|null a fraction, or a whole number as one over 1 */
    public static function asFraction(Node $node): ?array
    {
        $whole = self::wholeOf($node);

        return $whole === null ? self::fractionOf($node) : [$whole, 1];
    }

    /** A number when all is worked out: whole, a decimal where that ends and is wanted, else a fraction in its lowest terms. */
    public static function node(BigRational $value, bool $decimals): Node
    {
        $value = $value->simplified();
        $size = $value->abs();
        $written = NumberReader::written($size);
        if ($size->getDenominator()->isEqualTo(1) || ($decimals && ! str_contains($written, '/'))) {
            return self::signed($value->isNegative(), new Node(Op::Number, $written, []));
        }

        return self::signed($value->isNegative(), self::line(
            new Node(Op::Number, (string) $size->getNumerator(), []),
            new Node(Op::Number, (string) $size->getDenominator(), []),
        ));
    }

    /** How many digits stand behind the point of a decimal; 0 for anything else. */
    public static function placesOf(Node $node): int
    {
        $number = $node->op === Op::Negative ? $node->parts[0] : $node;

        return $number->op === Op::Number ? strlen(explode('.', $number->text)[1] ?? '') : 0;
    }

    public static function greatestDivisor(int $a, int $b): int
    {
        return gmp_intval(gmp_gcd($a, $b));
    }

    /** One above the other: it stands together as what is in brackets does. */
    private static function line(Node $above, Node $below): Node
    {
        return new Node(Op::Quotient, '(', [$above, $below]);
    }

    private static function signed(bool $negative, Node $node): Node
    {
        return $negative ? Node::of(Op::Negative, $node) : $node;
    }

    private static function read(string $digits): BigRational
    {
        [$whole, $decimals] = [...explode('.', $digits), ''];

        return BigRational::nd(BigInteger::of($whole.$decimals), BigInteger::ten()->power(strlen($decimals)));
    }
}
