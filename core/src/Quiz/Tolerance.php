<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use Brick\Math\BigDecimal;
use Brick\Math\BigNumber;
use Brick\Math\BigRational;
use HiddenLadder\Core\Fields;

/** How far a number may lie from an accepted one: an absolute distance, or a share of the accepted number. Exact. */
final readonly class Tolerance
{
    public function __construct(public bool $relative, public BigDecimal $value)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('kind') === 'relative', BigDecimal::of($fields->string('value')));
    }

    public function admits(BigRational $accepted, BigRational $given): bool
    {
        $allowed = $this->relative ? $accepted->abs()->multipliedBy($this->value) : BigNumber::of($this->value);

        return $given->minus($accepted)->abs()->isLessThanOrEqualTo($allowed);
    }
}
