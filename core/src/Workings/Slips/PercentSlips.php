<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Exercise;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Tree;

/** Slips with percentages. Common practice. */
final class PercentSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.divided-by-the-percentage', self::dividedByIt(...), true),
            new Slip('workings.slip.tenths-for-hundredths', self::tenths(...), true),
            new Slip('workings.slip.what-is-left-for-the-part', self::whatIsLeft(...), true),
            new Slip('workings.slip.percentage-taken-as-an-amount', self::asAnAmount(...), true),
            new Slip('workings.slip.only-the-change', self::onlyTheChange(...), true),
            new Slip('workings.slip.more-for-less', self::moreForLess(...), true),
            new Slip('workings.slip.percentages-added', self::added(...), true),
        ];
    }

    private static function share(Node $node): ?Node
    {
        return $node->text === Exercise::OF ? $node->parts[0]->parts[0] : null;
    }

    private static function dividedByIt(Node $node): ?Node
    {
        $percent = self::share($node);

        return $percent === null ? null : Node::of(Op::Quotient, $node->parts[1], $percent);
    }

    private static function tenths(Node $node): ?Node
    {
        $percent = self::share($node);

        return $percent === null ? null : Node::of(Op::Product, Node::of(Op::Quotient, $percent, Numbers::whole(10)), $node->parts[1]);
    }

    private static function whatIsLeft(Node $node): ?Node
    {
        return self::share($node) === null ? null : Node::of(Op::Difference, $node->parts[1], $node);
    }

    private static function asAnAmount(Node $node): ?Node
    {
        return $node->text === Exercise::CHANGED_BY
            ? Node::of($node->op, $node->parts[0], self::share($node->parts[1]) ?? $node->parts[1])
            : null;
    }

    private static function onlyTheChange(Node $node): ?Node
    {
        return $node->text === Exercise::CHANGED_BY ? $node->parts[1] : null;
    }

    private static function moreForLess(Node $node): ?Node
    {
        return $node->text === Exercise::CHANGED_BY ? new Node(Tree::other($node->op), $node->text, $node->parts) : null;
    }

    /** 100 + 20 % - 10 % as 100 + 10 %. */
    private static function added(Node $node): ?Node
    {
        [$base, $second] = $node->text === Exercise::CHANGED_BY ? $node->parts : [null, null];
        $first = $base !== null && $base->text === Exercise::CHANGED_BY ? self::share($base->parts[1]) : null;
        $also = $second === null ? null : self::share($second);
        if ($base === null || $first === null || $also === null) {
            return null;
        }
        $start = $base->parts[0];
        $of = static fn (Node $percent): Node => Node::of(Op::Product, Node::of(Op::Quotient, $percent, Numbers::whole(100)), $start);

        return Node::of($node->op, Node::of($base->op, $start, $of($first)), $of($also));
    }
}
