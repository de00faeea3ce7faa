<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use Brick\Math\BigRational;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;

/**
 * The steps in which an exercise is worked out at school, each a rewrite of one place: what stands in brackets first, powers
 * before products before sums, from left to right; fractions by a common denominator; equations by doing the same to both
 * sides. Common practice.
 */
final readonly class Steps
{
    private const MOST = 40;

    private const LARGEST_POWER = 12;

    private function __construct(private bool $decimals)
    {
    }

    /** @return list<Step> nothing where there is nothing to do; it ends early where it cannot go on */
    public static function of(Exercise $exercise): array
    {
        $steps = [];
        $line = $exercise->tree;
        $rules = new self($exercise->hasDecimals());
        while (count($steps) < self::MOST && ($step = $rules->next($line)) !== null) {
            $steps[] = $step;
            $line = $step->line;
        }

        return $steps;
    }

    private function next(Node $line): ?Step
    {
        if ($line->op !== Op::Equation) {
            return $this->inside($line, null) ?? $this->collected($line);
        }
        foreach ($line->parts as $side => $part) {
            $step = $this->inside($part, Op::Equation) ?? $this->collected($part);
            if ($step !== null) {
                return self::within($line, $side, $step);
            }
        }

        return $this->solving($line);
    }

    /** The first thing to do in it, from left to right. */
    private function inside(Node $node, ?Op $around): ?Step
    {
        $step = $this->before($node);
        foreach ($step === null ? Tree::places($node) : [] as $index) {
            $inner = $this->inside($node->parts[$index], $node->op);
            if ($inner !== null) {
                return self::within($node, $index, $inner);
            }
        }

        return $step ?? $this->after($node, $around);
    }

    private static function within(Node $node, int $index, Step $inner): Step
    {
        return new Step($inner->code, Tree::with($node, $index, $inner->line));
    }

    /** What is done before anything inside it is. */
    private function before(Node $node): ?Step
    {
        if ($node->text === Exercise::CHANGED_BY && Numbers::valueOf($node->parts[0]) !== null) {
            return new Step('workings.step.percentage-of-it', Node::of($node->op, ...$node->parts));
        }
        if ($node->text === Exercise::OF) {
            return new Step('workings.step.percentage-is-hundredths', Node::of(
                Op::Product,
                Numbers::node((Numbers::valueOf($node->parts[0]->parts[0]) ?? BigRational::zero())->dividedBy(100), true),
                $node->parts[1],
            ));
        }
        if (str_starts_with($node->text, Exercise::CONVERTED)) {
            return new Step('workings.step.unit-in-the-other', Node::of(Op::Product, ...$node->parts));
        }

        return self::powers($node) ?? self::brackets($node);
    }

    /** Powers of one base are taken together. */
    private static function powers(Node $node): ?Step
    {
        if ($node->op === Op::Power && $node->parts[0]->op === Op::Power) {
            [$base, $exponent] = $node->parts[0]->parts;

            $product = Node::of(Op::Product, $exponent, $node->parts[1]);

            return new Step('workings.step.exponents-multiplied', Node::of(Op::Power, $base, $product));
        }
        if ($node->op !== Op::Product && $node->op !== Op::Quotient) {
            return null;
        }
        [$left, $right] = $node->parts;
        if ($left->op !== Op::Power || $right->op !== Op::Power || ! Tree::same($left->parts[0], $right->parts[0])) {
            return null;
        }
        $isProduct = $node->op === Op::Product;

        return new Step(
            $isProduct ? 'workings.step.exponents-added' : 'workings.step.exponents-subtracted',
            Node::of(Op::Power, $left->parts[0], Node::of($isProduct ? Op::Sum : Op::Difference, $left->parts[1], $right->parts[1])),
        );
    }

    /** Brackets with an unknown in them cannot be worked out first: they are multiplied out. */
    private static function brackets(Node $node): ?Step
    {
        [$left, $right] = [$node->parts[0] ?? null, $node->parts[1] ?? null];
        if ($left === null || ! Tree::hasName($node)) {
            return null;
        }
        if ($node->op === Op::Negative && Tree::isSum($left)) {
            $sum = Node::of(Tree::other($left->op), Node::of(Op::Negative, $left->parts[0]), $left->parts[1]);

            return new Step('workings.step.minus-turns-every-sign', $sum);
        }
        if ($right === null) {
            return null;
        }
        if ($node->op === Op::Difference && Tree::isSum($right) && Tree::hasName($right)) {
            $difference = Node::of(Tree::other($right->op), Node::of(Op::Difference, $left, $right->parts[0]), $right->parts[1]);

            return new Step('workings.step.minus-turns-every-sign', $difference);
        }
        if ($node->op === Op::Power && Tree::isSum($left) && Numbers::wholeOf($right) === 2) {
            [$a, $b] = $left->parts;
            $square = Node::of(Op::Sum, Node::of(
                $left->op,
                Node::of(Op::Power, $a, $right),
                Node::of(Op::Product, Node::of(Op::Product, $right, $a), $b),
            ), Node::of(Op::Power, $b, $right));

            return new Step('workings.step.bracket-squared', $square);
        }
        if ($node->op !== Op::Product) {
            return null;
        }
        [$factor, $sum, $isFirst] = Tree::isSum($left) ? [$right, $left, false] : [$left, $right, true];
        if (! Tree::isSum($sum) || ! Tree::hasName($sum)) {
            return null;
        }
        $times = static fn (Node $term): Node => $isFirst ? Node::of(Op::Product, $factor, $term) : Node::of(Op::Product, $term, $factor);

        // It still stands in brackets: a minus before it is a step of its own.
        return new Step('workings.step.bracket-multiplied-out', new Node($sum->op, '(', [$times($sum->parts[0]), $times($sum->parts[1])]));
    }

    /** What is done when all inside it is numbers. */
    private function after(Node $node, ?Op $around): ?Step
    {
        $values = array_map(Numbers::valueOf(...), $node->parts);
        if ($values === [] || in_array(null, $values, true)) {
            return null;
        }
        [$left, $right] = [$values[0], $values[1] ?? BigRational::zero()];

        return match ($node->op) {
            Op::Negative => Numbers::valueOf($node) === null ? new Step('workings.step.two-signs', $this->number($left->negated())) : null,
            Op::Sum => $this->sum($node, 'workings.step.added', $left->plus($right)),
            Op::Difference => $this->sum($node, 'workings.step.subtracted', $left->minus($right)),
            Op::Product => self::fractions($node) ?? new Step('workings.step.multiplied', $this->number($left->multipliedBy($right))),
            Op::Quotient => $right->isZero() ? null : $this->quotient($node, $left->dividedBy($right), $around),
            Op::Power, Op::Call => $this->worked($node),
            default => null,
        };
    }

    private function number(BigRational $value): Node
    {
        return Numbers::node($value, $this->decimals);
    }

    private function worked(Node $node): ?Step
    {
        $exponent = $node->op === Op::Power ? Numbers::wholeOf($node->parts[1]) : null;
        if ($node->op === Op::Power && ($exponent === null || abs($exponent) > self::LARGEST_POWER)) {
            return null;
        }
        $value = Terms::of($node)?->value();

        return $value === null
            ? null
            : new Step($exponent === null ? 'workings.step.worked-out' : 'workings.step.power-worked-out', $this->number($value));
    }

    private function sum(Node $node, string $code, BigRational $value): Step
    {
        [$left, $right] = [Numbers::asFraction($node->parts[0]), Numbers::asFraction($node->parts[1])];
        if ($left === null || $right === null || ($left[1] === 1 && $right[1] === 1)) {
            return new Step($code, $this->number($value));
        }
        $sign = $node->op === Op::Sum ? 1 : -1;
        if ($left[1] === $right[1]) {
            return new Step('workings.step.numerators', Numbers::fraction($left[0] + $sign * $right[0], $left[1]));
        }
        foreach ([$left, $right] as $index => [$above, $below]) {
            if ($below > 1 && $above % $below === 0) {
                return new Step('workings.step.divided', Tree::with($node, $index, Numbers::whole(intdiv($above, $below))));
            }
        }
        $common = intdiv($left[1] * $right[1], Numbers::greatestDivisor($left[1], $right[1]));

        return new Step('workings.step.common-denominator', Node::of(
            $node->op,
            Numbers::fraction($left[0] * intdiv($common, $left[1]), $common),
            Numbers::fraction($right[0] * intdiv($common, $right[1]), $common),
        ));
    }

    private static function fractions(Node $node): ?Step
    {
        [$left, $right] = [Numbers::asFraction($node->parts[0]), Numbers::asFraction($node->parts[1])];
        if ($left === null || $right === null || $left[1] * $right[1] === 1) {
            return null;
        }

        return new Step('workings.step.numerators-and-denominators', Numbers::fraction($left[0] * $right[0], $left[1] * $right[1]));
    }

    private function quotient(Node $node, BigRational $value, ?Op $around): ?Step
    {
        $fraction = Numbers::fractionOf($node);
        if ($fraction === null) {
            $by = Numbers::asFraction($node->parts[1]);
            if ($by !== null && Numbers::asFraction($node->parts[0]) !== null && ! $this->decimals) {
                return new Step('workings.step.other-way-up', Node::of(Op::Product, $node->parts[0], Numbers::fraction($by[1], $by[0])));
            }

            return new Step('workings.step.divided', $this->number($value));
        }
        // Within a sum the sum says what is done with it.
        if ($around === Op::Sum || $around === Op::Difference) {
            return null;
        }
        $result = $this->number($value);

        if (Tree::same($result, $node)) {
            return Tree::isBracketed($node) ? null : new Step('workings.step.as-a-fraction', $result);
        }

        return new Step(Numbers::fractionOf($result) === null ? 'workings.step.divided' : 'workings.step.brought-down', $result);
    }

    /** Like terms taken together; what is an answer already is left as it is. */
    private function collected(Node $node): ?Step
    {
        $terms = Terms::of($node);
        if ($terms === null || ! Tree::hasName($node)) {
            return null;
        }
        $collected = $terms->node($this->decimals);

        return Tree::same($collected, $node) ? null : new Step('workings.step.like-terms', $collected);
    }

    private function solving(Node $line): ?Step
    {
        [$left, $right] = [Terms::of($line->parts[0]), Terms::of($line->parts[1])];
        $unknown = [...$left?->unknowns() ?? [], ...$right?->unknowns() ?? []][0] ?? null;
        [$a, $b] = $left?->linear() ?? [null, null];
        [$c, $d] = $right?->linear() ?? [null, null];
        if ($unknown === null || $a === null || $b === null || $c === null || $d === null || $a->isEqualTo($c)) {
            return null;
        }
        [$first, $second] = $line->parts;
        $x = new Node(Op::Name, $unknown, []);
        $times = fn (BigRational $number): Node => $this->times($number, $x);
        if (! $c->isZero()) {
            return $a->isZero()
                ? new Step('workings.step.sides-changed', Node::of(Op::Equation, $second, $first))
                : new Step('workings.step.unknown-to-one-side', Node::of(
                    Op::Equation,
                    $b->isZero() ? $times($a->minus($c)) : self::moved($times($a->minus($c)), $b->negated(), $this->number($b->abs())),
                    $this->number($d),
                ));
        }
        if (! $b->isZero()) {
            $code = $b->isNegative() ? 'workings.step.added-on-both-sides' : 'workings.step.subtracted-on-both-sides';

            return new Step($code, Node::of(Op::Equation, $times($a), self::moved($second, $b, $this->number($b->abs()))));
        }
        if ($a->isEqualTo(1)) {
            return null;
        }
        $size = $a->abs()->simplified();
        if ($size->getNumerator()->isEqualTo(1)) {
            $by = Numbers::whole($size->getDenominator()->toInt() * ($a->isNegative() ? -1 : 1));

            return new Step('workings.step.multiplied-on-both-sides', Node::of(Op::Equation, $x, Node::of(Op::Product, $second, $by)));
        }

        $quotient = Node::of(Op::Quotient, $second, $this->number($a));

        return new Step('workings.step.divided-on-both-sides', Node::of(Op::Equation, $x, $quotient));
    }

    private function times(BigRational $number, Node $x): Node
    {
        return Terms::of(Node::of(Op::Product, Numbers::node($number, $this->decimals), $x))?->node($this->decimals) ?? $x;
    }

    /** Something less what is taken away, or more where that is negative. */
    private static function moved(Node $from, BigRational $away, Node $size): Node
    {
        return Node::of($away->isNegative() ? Op::Sum : Op::Difference, $from, $size);
    }
}
