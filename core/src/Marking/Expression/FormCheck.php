<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use HiddenLadder\Core\Quiz\Form;

/** Whether an expression has the form that is demanded. Its value has been found to be right before. */
final class FormCheck
{
    /** @param  Node  $accepted  the accepted answer, as the teacher wrote it */
    public static function has(Form $form, Node $given, Node $accepted): bool
    {
        return match ($form) {
            Form::Any => true,
            Form::Expanded => self::expanded($given),
            // As many factors as the accepted answer has, each of them a sum that is not a product.
            Form::Factored => count(self::factors($given)) >= count(self::factors($accepted)),
            // No longer than the accepted answer.
            Form::Simplified => $given->leaves() <= $accepted->leaves(),
        };
    }

    /** A sum of products of numbers and powers of unknowns, no two of them of the same kind. */
    private static function expanded(Node $node): bool
    {
        if ($node->op === Op::Equation) {
            return self::expanded($node->parts[0]) && self::expanded($node->parts[1]);
        }
        $kinds = [];
        foreach (self::terms($node) as $term) {
            $kind = self::monomial($term);
            if ($kind === null || isset($kinds[$kind])) {
                return false;
            }
            $kinds[$kind] = true;
        }

        return true;
    }

    /** @return list<Node> */
    private static function terms(Node $node): array
    {
        return match ($node->op) {
            Op::Sum, Op::Difference => [...self::terms($node->parts[0]), ...self::terms($node->parts[1])],
            Op::Negative => self::terms($node->parts[0]),
            default => [$node],
        };
    }

    /** The unknowns of a product with their exponents, as one text; null where it is no such product. */
    private static function monomial(Node $node): ?string
    {
        $exponents = [];
        $count = static function (Node $unknown, int $exponent) use (&$exponents): bool {
            $name = serialize($unknown);
            $exponents[$name] = ($exponents[$name] ?? 0) + $exponent;

            return true;
        };
        $visit = static function (Node $node, int $sign) use (&$visit, $count): bool {
            $isPower = $node->op === Op::Power && $node->parts[1]->op === Op::Number && $node->parts[0]->op !== Op::Number;

            return match (true) {
                $node->op === Op::Number => true,
                $node->op === Op::Negative => $visit($node->parts[0], $sign),
                $node->op === Op::Product => $visit($node->parts[0], $sign) && $visit($node->parts[1], $sign),
                $node->op === Op::Quotient => $visit($node->parts[0], $sign) && $visit($node->parts[1], -$sign),
                $node->op === Op::Name,
                $node->op === Op::Call => $count($node, $sign),
                $isPower && $node->parts[0]->op === Op::Name => $count($node->parts[0], $sign * (int) $node->parts[1]->text),
                default => false,
            };
        };
        if (! $visit($node, 1)) {
            return null;
        }
        ksort($exponents);

        return serialize($exponents);
    }

    /** @return list<Node> the factors that are not numbers, a power as so many of them */
    private static function factors(Node $node): array
    {
        if ($node->op === Op::Number) {
            return [];
        }
        if ($node->op === Op::Negative) {
            return self::factors($node->parts[0]);
        }
        if ($node->op === Op::Product) {
            return [...self::factors($node->parts[0]), ...self::factors($node->parts[1])];
        }
        if ($node->op === Op::Quotient) {
            return $node->parts[1]->op === Op::Number
                ? self::factors($node->parts[0])
                : [...self::factors($node->parts[0]), $node->parts[1]];
        }
        if ($node->op === Op::Power && $node->parts[1]->op === Op::Number && (int) $node->parts[1]->text <= 50) {
            return array_merge([], ...array_fill(0, max(1, (int) $node->parts[1]->text), self::factors($node->parts[0])));
        }

        return [$node];
    }
}
