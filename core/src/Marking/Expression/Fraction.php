<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

/** A rational function: one polynomial over another that is not zero. */
final readonly class Fraction
{
    public function __construct(public Polynomial $above, public Polynomial $below)
    {
    }

    public static function whole(int $value): self
    {
        return new self(Polynomial::whole($value), Polynomial::whole(1));
    }

    public function equals(self $other, int $mostDegree, Effort $effort): bool
    {
        return $this->above->times($other->below, $mostDegree, $effort)->equals($other->above->times($this->below, $mostDegree, $effort));
    }

    /** Whether one is a number other than zero times the other. */
    public function isProportionalTo(self $other, int $mostDegree, Effort $effort): bool
    {
        return $this->above->times($other->below, $mostDegree, $effort)->isProportionalTo(
            $other->above->times($this->below, $mostDegree, $effort),
            $effort,
        );
    }
}
