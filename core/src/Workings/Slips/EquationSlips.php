<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use Brick\Math\BigRational;
use Closure;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Tree;
use WeakMap;

/** Slips in solving linear equations, on lines as they stand when each side is taken together. Common practice. */
final class EquationSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.moved-without-turning-the-sign', self::sides(self::movedNumber(...))),
            new Slip('workings.slip.unknown-moved-without-turning-the-sign', self::sides(self::movedUnknown(...))),
            new Slip('workings.slip.factor-subtracted', self::factors(static fn (BigRational $a, Node $right): Node => Node::of(
                Op::Difference,
                $right,
                Numbers::node($a, true),
            ))),
            new Slip('workings.slip.half-done', self::factors(static fn (BigRational $a, Node $right): Node => $right)),
            new Slip('workings.slip.divided-the-wrong-way-round', self::factors(static fn (BigRational $a, Node $right): Node => Node::of(
                Op::Quotient,
                Numbers::node($a, true),
                $right,
            ))),
            new Slip('workings.slip.multiplied-instead-of-divided', self::factors(static fn (BigRational $a, Node $right): Node => Node::of(
                Op::Product,
                $right,
                Numbers::node($a, true),
            ))),
            new Slip('workings.slip.sign-of-the-factor-lost', self::factors(self::withoutSign(...))),
            new Slip('workings.slip.only-one-term-divided', self::sides(self::oneTermDivided(...))),
        ];
    }

    /**
     * @param  Closure(Node, BigRational, BigRational, BigRational, BigRational): ?Node  $rule  of the unknown, how often it stands on the
     *         left, what stands beside it, and both on the right
     * @return Closure(Node): ?Node
     */
    private static function sides(Closure $rule): Closure
    {
        return static function (Node $node) use ($rule): ?Node {
            $sides = $node->op === Op::Equation ? self::read($node) : null;

            return $sides === null ? null : $rule(...$sides);
        };
    }

    /** @return array{Node, BigRational, BigRational, BigRational, BigRational}|null the unknown, and what its two sides are in it */
    private static function read(Node $line): ?array
    {
        /** @var WeakMap<Node, array{Node, BigRational, BigRational, BigRational, BigRational}|null>|null $known each rule asks the same */
        static $known = null;
        $known ??= new WeakMap;
        if ($known->offsetExists($line)) {
            return $known[$line];
        }
        [$left, $right] = array_map(self::side(...), $line->parts);
        $x = $left['x'] ?? $right['x'] ?? null;

        $isRead = $left !== null && $right !== null && $x !== null;

        return $known[$line] = $isRead ? [$x, $left['a'], $left['b'], $right['a'], $right['b']] : null;
    }

    /** @return array{x: ?Node, a: BigRational, b: BigRational}|null a side that is taken together: 3x + 6, 3x or 6 */
    private static function side(Node $side): ?array
    {
        $number = Numbers::valueOf($side);
        if ($number !== null) {
            return ['x' => null, 'a' => BigRational::zero(), 'b' => $number];
        }
        $beside = Tree::isSum($side) ? Numbers::valueOf($side->parts[1]) : BigRational::zero();
        $term = self::term(Tree::isSum($side) ? $side->parts[0] : $side);

        return $term === null || $beside === null
            ? null
            : ['x' => $term[1], 'a' => $term[0], 'b' => $side->op === Op::Difference ? $beside->negated() : $beside];
    }

    /** @return array{BigRational, Node}|null how often the unknown stands there, and the unknown */
    private static function term(Node $node): ?array
    {
        if ($node->op === Op::Name) {
            return [BigRational::one(), $node];
        }
        if ($node->op === Op::Negative) {
            [$times, $x] = self::term($node->parts[0]) ?? [null, null];

            return $times === null || $x === null ? null : [$times->negated(), $x];
        }
        [$left, $right] = [$node->parts[0] ?? $node, $node->parts[1] ?? $node];
        $number = match (true) {
            $node->op === Op::Product && $right->op === Op::Name => Numbers::valueOf($left),
            $node->op === Op::Quotient && $left->op === Op::Name => Numbers::valueOf($right),
            default => null,
        };

        return $number === null || $number->isZero()
            ? null
            : ($node->op === Op::Product ? [$number, $right] : [$number->reciprocal(), $left]);
    }

    /**
     * @param  Closure(BigRational, Node): ?Node  $solution  what the unknown is taken to be, from its factor and the other side
     * @return Closure(Node): ?Node
     */
    private static function factors(Closure $solution): Closure
    {
        $rule = static function (Node $x, BigRational $a, BigRational $b, BigRational $c, BigRational $d) use ($solution): ?Node {
            if (! $b->isZero() || ! $c->isZero() || $a->isZero() || $a->isEqualTo(1)) {
                return null;
            }
            $right = $solution($a, Numbers::node($d, true));

            return $right === null ? null : Node::of(Op::Equation, $x, $right);
        };

        return self::sides($rule);
    }

    private static function withoutSign(BigRational $a, Node $right): ?Node
    {
        return $a->isNegative() ? Node::of(Op::Quotient, $right, Numbers::node($a->abs(), true)) : null;
    }

    private static function movedNumber(Node $x, BigRational $a, BigRational $b, BigRational $c, BigRational $d): ?Node
    {
        return $b->isZero() || ! $c->isZero() || $a->isZero() ? null : self::equation($x, $a, BigRational::zero(), $d->plus($b));
    }

    private static function movedUnknown(Node $x, BigRational $a, BigRational $b, BigRational $c, BigRational $d): ?Node
    {
        return $a->isZero() || $c->isZero() || $a->plus($c)->isZero() ? null : self::equation($x, $a->plus($c), $b, $d);
    }

    /** 2x + 6 = 10 as x + 6 = 5. */
    private static function oneTermDivided(Node $x, BigRational $a, BigRational $b, BigRational $c, BigRational $d): ?Node
    {
        return $a->isZero() || $a->isEqualTo(1) || $b->isZero() || ! $c->isZero()
            ? null
            : self::equation($x, BigRational::one(), $b, $d->dividedBy($a));
    }

    private static function equation(Node $x, BigRational $a, BigRational $b, BigRational $d): Node
    {
        $term = $a->isEqualTo(1) ? $x : Node::of(Op::Product, Numbers::node($a, true), $x);
        $left = $b->isZero() ? $term : Node::of($b->isNegative() ? Op::Difference : Op::Sum, $term, Numbers::node($b->abs(), true));

        return Node::of(Op::Equation, $left, Numbers::node($d, true));
    }
}
