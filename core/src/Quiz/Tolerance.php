<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use Brick\Math\BigDecimal;
use Brick\Math\BigNumber;
use Brick\Math\BigRational;
use Brick\Math\RoundingMode;
use HiddenLadder\Core\Fields;

/** How far a number may lie from an accepted one: an absolute distance, a share of it, or so many significant figures. Exact. */
final readonly class Tolerance
{
    private bool $isExact;

    private function __construct(private string $kind, private BigDecimal $value)
    {
        $this->isExact = $kind !== 'figures' && $value->isZero();
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('kind'), BigDecimal::of($fields->string('value')));
    }

    /** Both numbers are in their lowest terms. */
    public function admits(BigRational $accepted, BigRational $given): bool
    {
        if ($this->isExact) {
            // Both are in their lowest terms.
            return $accepted->getNumerator()->isEqualTo($given->getNumerator())
                && $accepted->getDenominator()->isEqualTo($given->getDenominator());
        }
        if ($this->kind === 'figures') {
            $figures = max(1, min(30, $this->value->toScale(0, RoundingMode::DOWN)->toInt()));

            return self::rounded($accepted, $figures)->isEqualTo(self::rounded($given, $figures));
        }
        $allowed = $this->kind === 'relative' ? $accepted->abs()->multipliedBy($this->value) : BigNumber::of($this->value);

        return $given->minus($accepted)->abs()->isLessThanOrEqualTo($allowed);
    }

    /** To so many significant figures, halves away from zero (common practice). */
    private static function rounded(BigRational $value, int $figures): BigDecimal
    {
        if ($value->isZero()) {
            return BigDecimal::zero();
        }
        $numerator = $value->getNumerator()->abs();
        $digits = strlen((string) $numerator) - strlen((string) $value->getDenominator());
        // |value| lies in [10^(digits-1), 10^(digits+1)); one more place tells which decade it is.
        $ten = BigRational::of(10);
        $decade = $digits >= 0 ? $ten->power($digits) : BigRational::of(1)->dividedBy($ten->power(-$digits));
        $places = $value->abs()->isGreaterThanOrEqualTo($decade) ? $digits + 1 : $digits;
        $scale = $figures - $places;
        $shift = $scale >= 0 ? $ten->power($scale) : BigRational::of(1)->dividedBy($ten->power(-$scale));
        $whole = $value->multipliedBy($shift)->toScale(0, RoundingMode::HALF_UP);

        return $scale >= 0
            ? $whole->dividedBy(BigDecimal::of(10)->power($scale), $scale)
            : $whole->multipliedBy(BigDecimal::of(10)->power(-$scale));
    }
}
