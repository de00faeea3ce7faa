<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;

/** Looking at trees, and changing one place of them. */
final class Tree
{
    /** The node with another part in one place. */
    public static function with(Node $node, int $index, Node $part): Node
    {
        if ($node->text === Exercise::CHANGED_BY) {
            return Exercise::changedBy($node->op, $part, $node->parts[1]->parts[0]);
        }
        $parts = $node->parts;
        $parts[$index] = $part;

        return new Node($node->op, $node->text, array_values($parts));
    }

    /** @return list<array{Node, list<int>}> every node in it, with the way to it */
    public static function nodes(Node $node): array
    {
        $nodes = [[$node, []]];
        foreach (self::places($node) as $index) {
            foreach (self::nodes($node->parts[$index]) as [$inner, $way]) {
                $nodes[] = [$inner, [$index, ...$way]];
            }
        }

        return $nodes;
    }

    /**
     * The tree with another node in one place.
     *
     * @param  list<int>  $way  to it
     */
    public static function put(Node $node, array $way, Node $other): Node
    {
        return $way === [] ? $other : self::with($node, $way[0], self::put($node->parts[$way[0]], array_slice($way, 1), $other));
    }

    /** @return list<int> the parts that stand in it by themselves: a percentage is one thing, and what is changed by it stands twice */
    public static function places(Node $node): array
    {
        return match ($node->text) {
            Exercise::PERCENT => [],
            Exercise::CHANGED_BY => [0],
            default => array_keys($node->parts),
        };
    }

    /** Whether two are written alike, brackets aside. */
    public static function same(Node $a, Node $b): bool
    {
        if ($a->op !== $b->op || count($a->parts) !== count($b->parts) || self::words($a) !== self::words($b)) {
            return false;
        }
        foreach ($a->parts as $index => $part) {
            if (! self::same($part, $b->parts[$index])) {
                return false;
            }
        }

        return true;
    }

    public static function hasName(Node $node): bool
    {
        if ($node->op === Op::Name) {
            return true;
        }
        foreach ($node->parts as $part) {
            if (self::hasName($part)) {
                return true;
            }
        }

        return false;
    }

    public static function isSum(Node $node): bool
    {
        return $node->op === Op::Sum || $node->op === Op::Difference;
    }

    /** Whether it stands in brackets as it was written. */
    public static function isBracketed(Node $node): bool
    {
        return $node->text === '(';
    }

    /** Plus for minus. */
    public static function other(Op $op): Op
    {
        return $op === Op::Sum ? Op::Difference : Op::Sum;
    }

    /** @return list<Node> the numbers in it, from left to right */
    public static function numbers(Node $node): array
    {
        return $node->op === Op::Number ? [$node] : array_merge([], ...array_map(self::numbers(...), $node->parts));
    }

    private static function words(Node $node): string
    {
        return self::isBracketed($node) ? '' : $node->text;
    }
}
