<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Tree;

/** Slips with powers and roots. Common practice. */
final class PowerSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.power-taken-as-factor', self::asFactor(...)),
            new Slip('workings.slip.exponents-multiplied', self::exponentsMultiplied(...)),
            new Slip('workings.slip.exponents-added', self::exponentsAdded(...)),
            new Slip('workings.slip.exponents-divided', self::exponentsDivided(...)),
            new Slip('workings.slip.bases-multiplied', self::basesMultiplied(...)),
            new Slip('workings.slip.power-of-a-sum-as-sum-of-powers', self::sumOfPowers(...)),
            new Slip('workings.slip.sign-taken-into-the-power', self::signInPower(...)),
            new Slip('workings.slip.negative-exponent-as-a-sign', self::negativeExponent(...)),
            new Slip('workings.slip.to-the-zero-is-zero', self::toTheZero(...)),
            new Slip('workings.slip.only-the-last-factor-to-the-power', self::lastFactor(...)),
            new Slip('workings.slip.root-of-a-sum-as-sum-of-roots', self::sumOfRoots(...)),
            new Slip('workings.slip.halved-for-root', self::halved(...)),
        ];
    }

    /** 2³ as 2 × 3. */
    private static function asFactor(Node $node): ?Node
    {
        return $node->op === Op::Power && Numbers::valueOf($node->parts[0]) !== null && (Numbers::wholeOf($node->parts[1]) ?? 0) > 1
            ? Node::of(Op::Product, ...$node->parts)
            : null;
    }

    /** @return array{Node, Node, Node}|null the base and both exponents */
    private static function ofOneBase(Node $node, Op $op): ?array
    {
        if ($node->op !== $op || $node->parts[0]->op !== Op::Power || $node->parts[1]->op !== Op::Power) {
            return null;
        }
        [[$base, $m], [$other, $n]] = [$node->parts[0]->parts, $node->parts[1]->parts];

        return Tree::same($base, $other) ? [$base, $m, $n] : null;
    }

    private static function exponentsMultiplied(Node $node): ?Node
    {
        [$base, $m, $n] = self::ofOneBase($node, Op::Product) ?? [null, null, null];

        return $base === null || $m === null || $n === null ? null : Node::of(Op::Power, $base, Node::of(Op::Product, $m, $n));
    }

    /** (2³)² as 2⁵. */
    private static function exponentsAdded(Node $node): ?Node
    {
        if ($node->op !== Op::Power || $node->parts[0]->op !== Op::Power) {
            return null;
        }
        [$base, $exponent] = $node->parts[0]->parts;

        return Node::of(Op::Power, $base, Node::of(Op::Sum, $exponent, $node->parts[1]));
    }

    private static function exponentsDivided(Node $node): ?Node
    {
        [$base, $m, $n] = self::ofOneBase($node, Op::Quotient) ?? [null, null, null];

        return $base === null || $m === null || $n === null ? null : Node::of(Op::Power, $base, Node::of(Op::Quotient, $m, $n));
    }

    /** 2³ × 2⁴ as 4⁷. */
    private static function basesMultiplied(Node $node): ?Node
    {
        [$base, $m, $n] = self::ofOneBase($node, Op::Product) ?? [null, null, null];

        return $base === null || $m === null || $n === null || Numbers::valueOf($base) === null
            ? null
            : Node::of(Op::Power, Node::of(Op::Product, $base, $base), Node::of(Op::Sum, $m, $n));
    }

    private static function sumOfPowers(Node $node): ?Node
    {
        if ($node->op !== Op::Power || ! Tree::isSum($node->parts[0])) {
            return null;
        }
        [$a, $b] = $node->parts[0]->parts;

        return Node::of($node->parts[0]->op, Node::of(Op::Power, $a, $node->parts[1]), Node::of(Op::Power, $b, $node->parts[1]));
    }

    /** -3² as (-3)². */
    private static function signInPower(Node $node): ?Node
    {
        return $node->op === Op::Negative && $node->parts[0]->op === Op::Power && ! Tree::isBracketed($node->parts[0])
            ? Node::of(Op::Power, Node::of(Op::Negative, $node->parts[0]->parts[0]), $node->parts[0]->parts[1])
            : null;
    }

    private static function negativeExponent(Node $node): ?Node
    {
        $exponent = $node->op === Op::Power ? Numbers::wholeOf($node->parts[1]) : null;

        return $exponent === null || $exponent >= 0
            ? null
            : Node::of(Op::Negative, Node::of(Op::Power, $node->parts[0], Numbers::whole(-$exponent)));
    }

    private static function toTheZero(Node $node): ?Node
    {
        return $node->op === Op::Power && Numbers::wholeOf($node->parts[1]) === 0 ? Numbers::whole(0) : null;
    }

    /** (2x)³ as 2x³. */
    private static function lastFactor(Node $node): ?Node
    {
        if ($node->op !== Op::Power || $node->parts[0]->op !== Op::Product) {
            return null;
        }
        [$first, $last] = $node->parts[0]->parts;

        return Node::of(Op::Product, $first, Node::of(Op::Power, $last, $node->parts[1]));
    }

    private static function isRoot(Node $node): bool
    {
        return $node->op === Op::Call && $node->text === 'sqrt';
    }

    private static function sumOfRoots(Node $node): ?Node
    {
        if (! self::isRoot($node) || ! Tree::isSum($node->parts[0])) {
            return null;
        }
        [$a, $b] = $node->parts[0]->parts;

        return Node::of($node->parts[0]->op, new Node(Op::Call, 'sqrt', [$a]), new Node(Op::Call, 'sqrt', [$b]));
    }

    private static function halved(Node $node): ?Node
    {
        return self::isRoot($node) && Numbers::valueOf($node->parts[0]) !== null
            ? Node::of(Op::Quotient, $node->parts[0], Numbers::whole(2))
            : null;
    }
}
