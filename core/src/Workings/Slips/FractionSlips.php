<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Tree;

/** Slips with fractions. Common practice; each stands in the handbooks of teaching fractions. */
final class FractionSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.numerators-and-denominators-added', self::addedApart(...)),
            new Slip('workings.slip.numerators-not-extended', self::notExtended(...)),
            new Slip('workings.slip.divided-without-turning', self::notTurned(...)),
            new Slip('workings.slip.wrong-fraction-turned', self::wrongTurned(...)),
            new Slip('workings.slip.multiplied-crosswise', self::crosswise(...)),
            new Slip('workings.slip.whole-multiplies-both', self::wholeMultipliesBoth(...)),
            new Slip('workings.slip.common-denominator-kept', self::denominatorKept(...)),
        ];
    }

    /** @return array{int, int, int, int}|null two fractions, at least one of them written as one */
    private static function fractions(Node $node, Op ...$ops): ?array
    {
        if (! in_array($node->op, $ops, true)) {
            return null;
        }
        [$left, $right] = [Numbers::asFraction($node->parts[0]), Numbers::asFraction($node->parts[1])];

        return $left === null || $right === null || $left[1] * $right[1] === 1 ? null : [...$left, ...$right];
    }

    private static function addedApart(Node $node): ?Node
    {
        [$a, $b, $c, $d] = self::fractions($node, Op::Sum, Op::Difference) ?? [0, 1, 0, 1];
        if ($b === 1 || $d === 1) {
            return null;
        }
        $sign = $node->op === Op::Sum ? 1 : -1;

        return $b + $sign * $d === 0 ? null : Numbers::fraction($a + $sign * $c, $b + $sign * $d);
    }

    private static function notExtended(Node $node): ?Node
    {
        [$a, $b, $c, $d] = self::fractions($node, Op::Sum, Op::Difference) ?? [0, 1, 0, 1];
        if ($b === $d) {
            return null;
        }
        $common = intdiv($b * $d, Numbers::greatestDivisor($b, $d));

        return Numbers::fraction($node->op === Op::Sum ? $a + $c : $a - $c, $common);
    }

    private static function notTurned(Node $node): ?Node
    {
        $fractions = Numbers::fractionOf($node) === null ? self::fractions($node, Op::Quotient) : null;
        [$a, $b, $c, $d] = $fractions ?? [0, 1, 0, 1];

        return $fractions === null ? null : Numbers::fraction($a * $c, $b * $d);
    }

    private static function wrongTurned(Node $node): ?Node
    {
        $fractions = Numbers::fractionOf($node) === null ? self::fractions($node, Op::Quotient) : null;
        [$a, $b, $c, $d] = $fractions ?? [0, 1, 0, 1];

        return $fractions === null || $a === 0 ? null : Numbers::fraction($b * $c, $a * $d);
    }

    private static function crosswise(Node $node): ?Node
    {
        [$a, $b, $c, $d] = self::fractions($node, Op::Product) ?? [0, 1, 0, 1];

        return $b === 1 || $d === 1 || $c === 0 ? null : Numbers::fraction($a * $d, $b * $c);
    }

    private static function wholeMultipliesBoth(Node $node): ?Node
    {
        [$a, $b, $c, $d] = self::fractions($node, Op::Product) ?? [0, 1, 0, 1];
        if (($b === 1) === ($d === 1)) {
            return null;
        }
        [$whole, $above, $below] = $b === 1 ? [$a, $c, $d] : [$c, $a, $b];

        return $whole === 0 || $above % $below === 0 ? null : Numbers::fraction($whole * $above, $whole * $below);
    }

    private static function denominatorKept(Node $node): ?Node
    {
        [$a, $b, $c, $d] = self::fractions($node, Op::Product) ?? [0, 1, 0, 1];

        return $b === $d && $b > 1 ? Tree::with(Numbers::fraction($a * $c, $b), 1, Numbers::whole($b)) : null;
    }
}
