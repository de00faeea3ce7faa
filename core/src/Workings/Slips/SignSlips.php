<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;

/** Slips with signs. Common practice. */
final class SignSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.minus-times-minus-is-minus', self::minusTimesMinus(...)),
            new Slip('workings.slip.sign-lost', self::lost(...)),
            new Slip('workings.slip.minus-minus-as-minus', self::minusMinus(...)),
            new Slip('workings.slip.signs-turned-to-plus', self::turnedToPlus(...)),
            new Slip('workings.slip.turned-round', self::turnedRound(...)),
        ];
    }

    private static function isNegative(Node $node): bool
    {
        return $node->op === Op::Negative && Numbers::valueOf($node) !== null;
    }

    private static function minusTimesMinus(Node $node): ?Node
    {
        $isProduct = in_array($node->op, [Op::Product, Op::Quotient], true);

        return $isProduct && self::isNegative($node->parts[0]) && self::isNegative($node->parts[1])
            ? Node::of(Op::Negative, Node::of($node->op, $node->parts[0]->parts[0], $node->parts[1]->parts[0]))
            : null;
    }

    /** (-3) × 4 as 12. */
    private static function lost(Node $node): ?Node
    {
        if (! in_array($node->op, [Op::Product, Op::Quotient], true)) {
            return null;
        }
        [$left, $right] = $node->parts;
        $areNumbers = Numbers::valueOf($left) !== null && Numbers::valueOf($right) !== null;
        $without = static fn (Node $number): Node => self::isNegative($number) ? $number->parts[0] : $number;

        return $areNumbers && self::isNegative($left) !== self::isNegative($right)
            ? Node::of($node->op, $without($left), $without($right))
            : null;
    }

    /** 5 - (-3) as 5 - 3. */
    private static function minusMinus(Node $node): ?Node
    {
        return $node->op === Op::Difference && self::isNegative($node->parts[1])
            ? Node::of(Op::Difference, $node->parts[0], $node->parts[1]->parts[0])
            : null;
    }

    /** -5 - 3 as 8, and -5 + 3 as 8: two signs are taken for a plus, or the first is not seen. */
    private static function turnedToPlus(Node $node): ?Node
    {
        $isSum = in_array($node->op, [Op::Sum, Op::Difference], true) && self::isNegative($node->parts[0]);

        return $isSum && Numbers::valueOf($node->parts[1]) !== null && ! self::isNegative($node->parts[1])
            ? Node::of(Op::Sum, $node->parts[0]->parts[0], $node->parts[1])
            : null;
    }

    /** 3 - 8 as 8 - 3. */
    private static function turnedRound(Node $node): ?Node
    {
        if ($node->op !== Op::Difference) {
            return null;
        }
        [$left, $right] = [Numbers::valueOf($node->parts[0]), Numbers::valueOf($node->parts[1])];

        return $left !== null && $right !== null && ! $left->isNegative() && $left->isLessThan($right)
            ? Node::of(Op::Difference, $node->parts[1], $node->parts[0])
            : null;
    }
}
