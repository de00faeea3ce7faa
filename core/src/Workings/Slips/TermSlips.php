<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Terms;
use HiddenLadder\Core\Workings\Tree;

/** Slips with terms that have an unknown. Common practice. */
final class TermSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.unlike-terms-joined', self::unlikeJoined(...)),
            new Slip('workings.slip.exponents-added-in-a-sum', self::squared(...)),
            new Slip('workings.slip.unknown-cancelled', self::cancelled(...)),
            new Slip('workings.slip.unknown-taken-as-once-more', self::doubled(...)),
        ];
    }

    /** @return array{Node, Node}|null the factor and the unknown of 3x, x or -x */
    private static function term(Node $node): ?array
    {
        if ($node->op === Op::Name) {
            return [Numbers::whole(1), $node];
        }
        $isTerm = $node->op === Op::Product && Numbers::valueOf($node->parts[0]) !== null && $node->parts[1]->op === Op::Name;

        return $isTerm ? [$node->parts[0], $node->parts[1]] : null;
    }

    /** @return array{Node, Node, Node}|null two factors and the unknown they have in common */
    private static function likeTerms(Node $node): ?array
    {
        if (! Tree::isSum($node)) {
            return null;
        }
        [$left, $right] = [self::term($node->parts[0]), self::term($node->parts[1])];

        return $left !== null && $right !== null && Tree::same($left[1], $right[1]) ? [$left[0], $right[0], $left[1]] : null;
    }

    /** 2x + 3 as 5x. */
    private static function unlikeJoined(Node $node): ?Node
    {
        if (! Tree::isSum($node)) {
            return null;
        }
        [$left, $right] = $node->parts;
        [$term, $isFirst] = self::term($left) === null ? [self::term($right), false] : [self::term($left), true];
        $number = $isFirst ? $right : $left;
        if ($term === null || Numbers::valueOf($number) === null) {
            return null;
        }
        $factors = $isFirst ? [$term[0], $number] : [$number, $term[0]];

        return self::joined(Node::of($node->op, ...$factors), $term[1]);
    }

    /** 2x + 3x as 5x². */
    private static function squared(Node $node): ?Node
    {
        [$a, $b, $x] = self::likeTerms($node) ?? [null, null, null];

        return $a === null || $b === null || $x === null
            ? null
            : self::joined(Node::of($node->op, $a, $b), Node::of(Op::Power, $x, Numbers::whole(2)));
    }

    private static function joined(Node $factor, Node $unknown): ?Node
    {
        return Terms::of(Node::of(Op::Product, $factor, $unknown))?->node(true);
    }

    /** 3x - x as 3. */
    private static function cancelled(Node $node): ?Node
    {
        [$a, $b, $x] = self::likeTerms($node) ?? [null, null, null];

        return $a !== null && $b !== null && $x !== null && $node->op === Op::Difference && Numbers::wholeOf($b) === 1 ? $a : null;
    }

    /** x × x as 2x. */
    private static function doubled(Node $node): ?Node
    {
        return $node->op === Op::Product && $node->parts[0]->op === Op::Name && Tree::same($node->parts[0], $node->parts[1])
            ? Node::of(Op::Product, Numbers::whole(2), $node->parts[0])
            : null;
    }
}
