<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Exercise;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;

/** Slips with units. Common practice. */
final class UnitSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.unit-not-converted', self::notConverted(...), true),
            new Slip('workings.slip.converted-the-wrong-way', self::wrongWay(...), true),
            new Slip('workings.slip.converted-by-a-power-of-ten-too-much', self::byTen(Op::Product), true),
            new Slip('workings.slip.converted-by-a-power-of-ten-too-little', self::byTen(Op::Quotient), true),
            new Slip('workings.slip.factor-not-taken-to-the-power', self::notToThePower(...), true),
            new Slip('workings.slip.hundred-for-sixty', self::hundredForSixty(...), true),
        ];
    }

    private static function isConversion(Node $node): bool
    {
        return str_starts_with($node->text, Exercise::CONVERTED);
    }

    private static function notConverted(Node $node): ?Node
    {
        return self::isConversion($node) ? $node->parts[0] : null;
    }

    private static function wrongWay(Node $node): ?Node
    {
        return self::isConversion($node) ? Node::of(Op::Quotient, ...$node->parts) : null;
    }

    /** @return \Closure(Node): ?Node */
    private static function byTen(Op $op): \Closure
    {
        return static fn (Node $node): ?Node => self::isConversion($node) && self::isPowerOfTen($node->parts[1])
            ? Node::of($op, Node::of(Op::Product, ...$node->parts), Numbers::whole(10))
            : null;
    }

    private static function notToThePower(Node $node): ?Node
    {
        return self::isConversion($node) && $node->parts[1]->op === Op::Power
            ? Node::of(Op::Product, $node->parts[0], $node->parts[1]->parts[0])
            : null;
    }

    /** Sixty minutes taken for a hundred, and the other way round. */
    private static function hundredForSixty(Node $node): ?Node
    {
        if (! self::isConversion($node)) {
            return null;
        }
        $factor = Numbers::asFraction($node->parts[1]);

        return match ($factor) {
            [60, 1] => Node::of(Op::Product, $node->parts[0], Numbers::whole(100)),
            [1, 60] => Node::of(Op::Quotient, $node->parts[0], Numbers::whole(100)),
            default => null,
        };
    }

    private static function isPowerOfTen(Node $factor): bool
    {
        $fraction = Numbers::asFraction($factor->op === Op::Power ? $factor->parts[0] : $factor);

        return $fraction !== null && preg_match('/^10+$/', (string) max($fraction)) === 1 && min($fraction) === 1;
    }
}
