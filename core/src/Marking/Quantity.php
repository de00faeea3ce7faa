<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use Brick\Math\BigRational;

/** A number, with a unit or without. */
final readonly class Quantity
{
    public function __construct(public BigRational $number, public ?Unit $unit)
    {
    }

    /** The number in another unit; null where they do not measure the same thing. */
    public function in(?Unit $unit): ?BigRational
    {
        if ($this->unit === null || $unit === null) {
            return $this->unit === $unit ? $this->number : null;
        }

        return $this->unit->convert($this->number, $unit);
    }

    public function written(): string
    {
        return NumberReader::written($this->number).($this->unit === null ? '' : " {$this->unit->symbol}");
    }
}
