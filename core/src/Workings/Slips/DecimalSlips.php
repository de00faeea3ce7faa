<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings\Slips;

use Brick\Math\BigDecimal;
use Brick\Math\BigInteger;
use Brick\Math\BigRational;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Workings\Numbers;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Tree;

/** Slips with the decimal point. Common practice. */
final class DecimalSlips
{
    /** @return list<Slip> */
    public static function all(): array
    {
        return [
            new Slip('workings.slip.point-set-as-in-a-sum', self::pointAsInASum(...)),
            new Slip('workings.slip.decimals-taken-as-whole-numbers', self::partsApart(...)),
            new Slip('workings.slip.lined-up-on-the-right', self::linedUpOnTheRight(...)),
            new Slip('workings.slip.power-of-ten-too-much', self::powerOfTen(10)),
            new Slip('workings.slip.power-of-ten-too-little', self::powerOfTen(-10)),
        ];
    }

    /** So many digits with the point before the last of them. */
    public static function shifted(int $digits, int $places): Node
    {
        return Numbers::node(BigRational::nd($digits, BigInteger::ten()->power($places)), true);
    }

    private static function pointAsInASum(Node $node): ?Node
    {
        [$a, $b] = $node->op === Op::Product ? self::decimals($node) ?? [null, null] : [null, null];
        if ($a === null || $b === null || $a->getScale() === 0 || $b->getScale() === 0) {
            return null;
        }
        $digits = $a->getUnscaledValue()->multipliedBy($b->getUnscaledValue())->toInt();

        return self::shifted($digits, max($a->getScale(), $b->getScale()));
    }

    /** What stands before the points apart from what stands behind them. */
    private static function partsApart(Node $node): ?Node
    {
        [$a, $b] = Tree::isSum($node) ? self::decimals($node) ?? [null, null] : [null, null];
        if ($a === null || $b === null || $a->getScale() === 0 || $b->getScale() === 0 || $a->getScale() === $b->getScale()) {
            return null;
        }
        $sign = $node->op === Op::Sum ? 1 : -1;
        [$behindA, $behindB] = [(int) $a->getFractionalPart(), (int) $b->getFractionalPart()];
        $before = (int) $a->getIntegralPart() + $sign * (int) $b->getIntegralPart();
        $behind = $behindA + $sign * $behindB;
        if ($before < 0 || $behind < 0) {
            return null;
        }

        return Numbers::node(BigDecimal::of("$before.$behind")->toBigRational(), true);
    }

    private static function linedUpOnTheRight(Node $node): ?Node
    {
        [$a, $b] = Tree::isSum($node) ? self::decimals($node) ?? [null, null] : [null, null];
        if ($a === null || $b === null || $a->getScale() === $b->getScale()) {
            return null;
        }
        [$left, $right] = [$a->getUnscaledValue()->toInt(), $b->getUnscaledValue()->toInt()];

        return self::shifted($node->op === Op::Sum ? $left + $right : $left - $right, max($a->getScale(), $b->getScale()));
    }

    /** @return \Closure(Node): ?Node */
    private static function powerOfTen(int $times): \Closure
    {
        return static function (Node $node) use ($times): ?Node {
            [$a, $b] = in_array($node->op, [Op::Product, Op::Quotient], true) ? self::decimals($node) ?? [null, null] : [null, null];
            if ($a === null || $b === null || $a->getScale() + $b->getScale() === 0) {
                return null;
            }

            return Node::of($times > 0 ? Op::Product : Op::Quotient, $node, Numbers::whole(abs($times)));
        };
    }

    /** @return array{BigDecimal, BigDecimal}|null two numbers, at least one of them with a point */
    private static function decimals(Node $node): ?array
    {
        [$left, $right] = $node->parts;
        $areNumbers = $left->op === Op::Number && $right->op === Op::Number && max(strlen($left->text), strlen($right->text)) < 10;

        return $areNumbers && str_contains($left->text.$right->text, '.')
            ? [BigDecimal::of($left->text), BigDecimal::of($right->text)]
            : null;
    }
}
