<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;

/** One operation for another. Common practice. */
final class OperationSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.added-instead', self::for(Op::Difference, Op::Sum)),
            new Slip('workings.slip.subtracted-instead', self::for(Op::Sum, Op::Difference)),
            new Slip('workings.slip.added-instead-of-multiplied', self::for(Op::Product, Op::Sum)),
            new Slip('workings.slip.multiplied-instead', self::for(Op::Quotient, Op::Product)),
            new Slip('workings.slip.divided-the-other-way-round', self::otherWayRound(...)),
        ];
    }

    /** @return \Closure(Node): ?Node */
    private static function for(Op $right, Op $wrong): \Closure
    {
        return static fn (Node $node): ?Node => $node->op === $right && self::isOfNumbers($node)
            ? Node::of($wrong, ...$node->parts)
            : null;
    }

    private static function otherWayRound(Node $node): ?Node
    {
        return $node->op === Op::Quotient && self::isOfNumbers($node) ? Node::of(Op::Quotient, $node->parts[1], $node->parts[0]) : null;
    }

    /** A fraction is one number, and a percentage is. */
    private static function isOfNumbers(Node $node): bool
    {
        return ($node->text === '' || $node->text === '(')
            && Numbers::valueOf($node->parts[0]) !== null
            && Numbers::valueOf($node->parts[1]) !== null
            && (Numbers::fractionOf($node) === null || self::divides($node));
    }

    /** 12/4 is a division, 3/4 a fraction. */
    private static function divides(Node $node): bool
    {
        [$above, $below] = Numbers::fractionOf($node) ?? [1, 0];

        return $below > 1 && $above % $below === 0;
    }
}
