<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use Brick\Math\BigInteger;

/**
 * A polynomial in up to 31 unknowns with whole coefficients. A monomial is the exponents of its unknowns packed into one
 * integer, so that multiplying monomials is adding them.
 */
final readonly class Polynomial
{
    private const MOST_TERMS = 1500;

    /** @param  array<int, int|BigInteger>  $terms coefficients by monomial, none of them zero */
    private function __construct(public array $terms, public int $degree)
    {
    }

    public static function whole(int|BigInteger $value): self
    {
        return new self(ExactInteger::isZero($value) ? [] : [0 => $value], 0);
    }

    /** @param  int  $monomial the unknown's unit in the packing */
    public static function unknown(int $monomial): self
    {
        return new self([$monomial => 1], 1);
    }

    public function isZero(): bool
    {
        return $this->terms === [];
    }

    public function isWhole(): bool
    {
        return $this->degree === 0 || array_keys($this->terms) === [0] || $this->terms === [];
    }

    public function plus(self $other, int $sign = 1): self
    {
        $terms = $this->terms;
        foreach ($other->terms as $monomial => $coefficient) {
            $coefficient = $sign === 1 ? $coefficient : ExactInteger::multiply($coefficient, -1);
            $sum = isset($terms[$monomial]) ? ExactInteger::add($terms[$monomial], $coefficient) : $coefficient;
            if (ExactInteger::isZero($sum)) {
                unset($terms[$monomial]);
            } else {
                $terms[$monomial] = $sum;
            }
        }

        return new self($terms, max($this->degree, $other->degree));
    }

    /** @param  int  $mostDegree  that the packing has room for */
    public function times(self $other, int $mostDegree, Effort $effort): self
    {
        if ($this->degree + $other->degree > $mostDegree) {
            throw TooLarge::now();
        }
        $effort->spendOnProducts($this->terms, $other->terms);
        $terms = [];
        foreach ($this->terms as $a => $x) {
            foreach ($other->terms as $b => $y) {
                $product = ExactInteger::multiply($x, $y);
                $terms[$a + $b] = isset($terms[$a + $b]) ? ExactInteger::add($terms[$a + $b], $product) : $product;
            }
            if (count($terms) > self::MOST_TERMS) {
                throw TooLarge::now();
            }
        }

        return new self(
            array_filter($terms, static fn (int|BigInteger $c): bool => ! ExactInteger::isZero($c)),
            $this->degree + $other->degree,
        );
    }

    public function power(int $exponent, int $mostDegree, Effort $effort): self
    {
        $result = self::whole(1);
        $square = $this;
        while ($exponent > 0) {
            if (($exponent & 1) === 1) {
                $result = $result->times($square, $mostDegree, $effort);
            }
            $exponent >>= 1;
            if ($exponent > 0) {
                $square = $square->times($square, $mostDegree, $effort);
            }
        }

        return $result;
    }

    public function equals(self $other): bool
    {
        if (count($this->terms) !== count($other->terms)) {
            return false;
        }
        foreach ($this->terms as $monomial => $coefficient) {
            if (! isset($other->terms[$monomial]) || ! ExactInteger::same($coefficient, $other->terms[$monomial])) {
                return false;
            }
        }

        return true;
    }

    /** Whether one is a number other than zero times the other. */
    public function isProportionalTo(self $other, Effort $effort): bool
    {
        if ($this->terms === [] || $other->terms === []) {
            return $this->terms === $other->terms;
        }
        $first = array_key_first($this->terms);
        $mine = $this->terms[$first];
        $theirs = $other->terms[$first] ?? 0;

        return ! ExactInteger::isZero($theirs) && $this->scaled($theirs, $effort)->equals($other->scaled($mine, $effort));
    }

    private function scaled(int|BigInteger $factor, Effort $effort): self
    {
        $effort->spendOnProducts($this->terms, [$factor]);

        return new self(
            array_map(static fn (int|BigInteger $c): int|BigInteger => ExactInteger::multiply($c, $factor), $this->terms),
            $this->degree,
        );
    }

    public function __toString(): string
    {
        $terms = $this->terms;
        ksort($terms);

        return implode(' ', array_map(static fn (int $monomial, int|BigInteger $c): string => "$c#$monomial", array_keys($terms), $terms));
    }
}
