<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use Brick\Math\BigRational;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Marking\Expression\TooLarge;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;

/**
 * What an expression comes to when all is worked out and like terms are taken together: a number for each product of
 * unknowns. Exact.
 */
final readonly class Terms
{
    private const MOST_TERMS = 40;

    private const MOST_EXPONENT = 40;

    private const MOST_BITS = 132;

    /** @param  array<string, BigRational>  $numbers  by the product of unknowns, “x^2*y”; that of a number alone is empty */
    private function __construct(public array $numbers)
    {
    }

    /**
     * @return ?self  nothing where it is no sum of such products: an unknown below a line or in a root, a root that is not a fraction
     *
     * @throws UnfitResponse where it divides by zero or is too large
     */
    public static function of(Node $node): ?self
    {
        if ($node->op === Op::Number) {
            return self::number(Numbers::valueOf($node) ?? BigRational::zero());
        }
        if ($node->op === Op::Name) {
            return $node->text === 'pi' ? null : new self([$node->text => BigRational::one()]);
        }
        if ($node->op === Op::Power) {
            return self::power($node);
        }
        $parts = [];
        foreach ($node->parts as $part) {
            $parts[] = self::of($part) ?? null;
        }
        [$left, $right] = [$parts[0] ?? null, $parts[1] ?? null];
        if ($left === null || (count($parts) === 2 && $right === null)) {
            return null;
        }

        return match ($node->op) {
            Op::Negative => $left->times(self::number(BigRational::of(-1))),
            Op::Call => $left->called($node->text),
            Op::Sum => $left->plus($right ?? $left, 1),
            Op::Product => $left->times($right ?? $left),
            Op::Quotient => $left->over($right ?? $left),
            // An equation is the difference of its sides.
            default => $left->plus($right ?? $left, -1),
        };
    }

    /** The number it is; null where unknowns are in it. */
    public function value(): ?BigRational
    {
        return array_keys($this->numbers) === [''] || $this->numbers === [] ? ($this->numbers[''] ?? BigRational::zero()) : null;
    }

    /** @return list<string> */
    public function unknowns(): array
    {
        $names = [];
        foreach (array_keys($this->numbers) as $product) {
            foreach (self::exponents($product) as $name => $_) {
                $names[$name] = true;
            }
        }

        return array_keys($names);
    }

    /** @return array{BigRational, BigRational}|null how often the only unknown, and what beside it; null where it is not linear */
    public function linear(): ?array
    {
        $names = $this->unknowns();
        if (count($names) > 1 || array_diff(array_keys($this->numbers), ['', ...$names]) !== []) {
            return null;
        }

        return [$this->numbers[$names[0] ?? '-'] ?? BigRational::zero(), $this->numbers[''] ?? BigRational::zero()];
    }

    /** As it is written: the highest powers first. */
    public function node(bool $decimals): Node
    {
        $products = array_keys($this->numbers);
        usort($products, static fn (string $a, string $b): int => [-self::degree($a), $a] <=> [-self::degree($b), $b]);
        $sum = null;
        foreach ($products as $product) {
            $number = $this->numbers[$product];
            $size = $sum === null ? $number : $number->abs();
            $term = self::term($size, $product, $decimals);
            $sum = $sum === null ? $term : Node::of($number->isNegative() ? Op::Difference : Op::Sum, $sum, $term);
        }

        return $sum ?? Numbers::whole(0);
    }

    private static function number(BigRational $value): self
    {
        return new self($value->isZero() ? [] : ['' => $value]);
    }

    private static function term(BigRational $number, string $product, bool $decimals): Node
    {
        if ($product === '') {
            return Numbers::node($number, $decimals);
        }
        $unknowns = null;
        foreach (self::exponents($product) as $name => $exponent) {
            $power = new Node(Op::Name, $name, []);
            $power = $exponent === 1 ? $power : Node::of(Op::Power, $power, Numbers::whole($exponent));
            $unknowns = $unknowns === null ? $power : Node::of(Op::Product, $unknowns, $power);
        }
        $unknowns ??= Numbers::whole(1);
        $size = $number->abs()->simplified();
        $term = match (true) {
            $size->isEqualTo(1) => $unknowns,
            $size->getNumerator()->isEqualTo(1) && ! $decimals => Node::of(
                Op::Quotient,
                $unknowns,
                new Node(Op::Number, (string) $size->getDenominator(), []),
            ),
            default => Node::of(Op::Product, Numbers::node($size, $decimals), $unknowns),
        };

        return $number->isNegative() ? Node::of(Op::Negative, $term) : $term;
    }

    private static function power(Node $node): ?self
    {
        $base = self::of($node->parts[0]);
        $exponent = self::of($node->parts[1])?->value()?->simplified();
        if ($base === null || $exponent === null || ! $exponent->getDenominator()->isEqualTo(1)) {
            return null;
        }
        if ($exponent->abs()->isGreaterThan(self::MOST_EXPONENT)) {
            throw TooLarge::now('marking.power-too-large');
        }
        $times = $exponent->getNumerator()->toInt();
        if ($times === 0 && $base->numbers === []) {
            throw new UnfitResponse(new Message('marking.zero-to-zero'));
        }
        $power = self::number(BigRational::one());
        for ($turn = 0; $turn < abs($times); $turn++) {
            $power = $power->times($base);
        }

        return $times < 0 ? self::number(BigRational::one())->over($power) : $power;
    }

    private function plus(self $other, int $sign): self
    {
        $sum = $this->numbers;
        foreach ($other->numbers as $product => $number) {
            $sum[$product] = ($sum[$product] ?? BigRational::zero())->plus($number->multipliedBy($sign))->simplified();
        }

        return self::bounded($sum);
    }

    private function times(self $other): self
    {
        $products = [];
        foreach ($this->numbers as $a => $number) {
            foreach ($other->numbers as $b => $by) {
                $product = self::product($a, $b);
                $products[$product] = ($products[$product] ?? BigRational::zero())->plus($number->multipliedBy($by))->simplified();
            }
        }

        return self::bounded($products);
    }

    private function over(self $other): ?self
    {
        if ($other->numbers === []) {
            throw new UnfitResponse(new Message('marking.divides-by-zero'));
        }
        $by = $other->value();

        return $by === null ? null : $this->times(self::number($by->reciprocal()));
    }

    private function called(string $name): ?self
    {
        $value = $this->value()?->simplified();
        if ($value === null) {
            return null;
        }
        if ($name === 'abs') {
            return self::number($value->abs());
        }
        if ($name !== 'sqrt' || $value->isNegative()) {
            return null;
        }
        [$above, $below] = [$value->getNumerator()->sqrt(), $value->getDenominator()->sqrt()];
        $isExact = $above->multipliedBy($above)->isEqualTo($value->getNumerator())
            && $below->multipliedBy($below)->isEqualTo($value->getDenominator());

        return $isExact ? self::number(BigRational::nd($above, $below)) : null;
    }

    /** @param  array<string, BigRational>  $numbers */
    private static function bounded(array $numbers): self
    {
        $numbers = array_filter($numbers, static fn (BigRational $number): bool => ! $number->isZero());
        foreach ($numbers as $number) {
            if ($number->getNumerator()->getBitLength() > self::MOST_BITS || $number->getDenominator()->getBitLength() > self::MOST_BITS) {
                throw TooLarge::now();
            }
        }

        return count($numbers) > self::MOST_TERMS ? throw TooLarge::now() : new self($numbers);
    }

    private static function product(string $a, string $b): string
    {
        if ($a === '' || $b === '') {
            return $a.$b;
        }
        $exponents = self::exponents($a);
        foreach (self::exponents($b) as $name => $exponent) {
            $exponents[$name] = ($exponents[$name] ?? 0) + $exponent;
        }
        ksort($exponents);
        $written = [];
        foreach ($exponents as $name => $exponent) {
            $written[] = $exponent === 1 ? $name : "$name^$exponent";
        }

        return implode('*', $written);
    }

    /** @return array<string, int> */
    private static function exponents(string $product): array
    {
        $exponents = [];
        foreach ($product === '' ? [] : explode('*', $product) as $power) {
            [$name, $exponent] = [...explode('^', $power), '1'];
            $exponents[$name] = (int) $exponent;
        }

        return $exponents;
    }

    private static function degree(string $product): int
    {
        return array_sum(self::exponents($product));
    }
}
