<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Exercise;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Tree;

/** Slips with brackets and with the order of operations. Common practice. */
final class BracketSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.only-the-first-term-multiplied', self::firstTermMultiplied(...)),
            new Slip('workings.slip.minus-for-the-first-term-only', self::minusForFirst(...)),
            new Slip('workings.slip.from-left-to-right', self::leftToRight(...)),
            new Slip('workings.slip.brackets-passed-over', self::bracketsPassedOver(...)),
            new Slip('workings.slip.sum-before-difference', self::sumFirst(...)),
            new Slip('workings.slip.divided-last', self::divisorTaken(...)),
        ];
    }

    /** 3(x - 2) as 3x - 2. */
    private static function firstTermMultiplied(Node $node): ?Node
    {
        if ($node->op !== Op::Product || $node->text === '(') {
            return null;
        }
        [$left, $right] = $node->parts;
        if (self::isBracket($right) && ! Tree::isSum($left)) {
            return Node::of($right->op, Node::of(Op::Product, $left, $right->parts[0]), $right->parts[1]);
        }

        return self::isBracket($right) && self::isBracket($left)
            ? Node::of($right->op, Node::of(Op::Product, $left, $right->parts[0]), $right->parts[1])
            : null;
    }

    /** 7 - (x + 2) as 7 - x + 2. */
    private static function minusForFirst(Node $node): ?Node
    {
        if ($node->op === Op::Negative && self::isBracket($node->parts[0])) {
            [$a, $b] = $node->parts[0]->parts;

            return Node::of($node->parts[0]->op, Node::of(Op::Negative, $a), $b);
        }
        if ($node->op !== Op::Difference || ! self::isBracket($node->parts[1])) {
            return null;
        }
        [$left, $bracket] = $node->parts;

        return Node::of($bracket->op, Node::of(Op::Difference, $left, $bracket->parts[0]), $bracket->parts[1]);
    }

    /** 2 + 3 × 4 as (2 + 3) × 4. */
    private static function leftToRight(Node $node): ?Node
    {
        if (! Tree::isSum($node) || $node->text === Exercise::CHANGED_BY) {
            return null;
        }
        [$left, $right] = $node->parts;
        $isFraction = $right->op === Op::Quotient && $right->parts[0]->op === Op::Number && $right->parts[1]->op === Op::Number;
        if (! in_array($right->op, [Op::Product, Op::Quotient, Op::Power], true) || $right->text !== '' || $isFraction) {
            return null;
        }

        return Tree::hasName($node) ? null : Node::of($right->op, Node::of($node->op, $left, $right->parts[0]), $right->parts[1]);
    }

    /** (2 + 3) × 4 as 2 + 3 × 4. */
    private static function bracketsPassedOver(Node $node): ?Node
    {
        if (! in_array($node->op, [Op::Product, Op::Quotient], true) || Tree::hasName($node)) {
            return null;
        }
        [$left, $right] = $node->parts;
        if (self::isBracket($left)) {
            return Node::of($left->op, $left->parts[0], Node::of($node->op, $left->parts[1], $right));
        }

        return self::isBracket($right) && $node->op === Op::Quotient
            ? Node::of($right->op, Node::of($node->op, $left, $right->parts[0]), $right->parts[1])
            : null;
    }

    /** 10 - 4 + 3 as 10 - (4 + 3). */
    private static function sumFirst(Node $node): ?Node
    {
        [$left, $right] = [$node->parts[0] ?? null, $node->parts[1] ?? null];

        $isFirst = $left !== null && $left->op === Op::Difference && $left->text === '';

        return $isFirst && $right !== null && Tree::isSum($node) && ! Tree::hasName($node)
            ? Node::of(Op::Difference, $left->parts[0], Node::of($node->op, $left->parts[1], $right))
            : null;
    }

    /** 24 ÷ 4 × 2 as 24 ÷ (4 × 2). */
    private static function divisorTaken(Node $node): ?Node
    {
        if ($node->op !== Op::Product || $node->parts[0]->op !== Op::Quotient || $node->parts[0]->text !== '' || Tree::hasName($node)) {
            return null;
        }
        [$quotient, $right] = $node->parts;

        return Node::of(Op::Quotient, $quotient->parts[0], Node::of(Op::Product, $quotient->parts[1], $right));
    }

    private static function isBracket(Node $node): bool
    {
        return Tree::isSum($node) && Tree::isBracketed($node);
    }
}
