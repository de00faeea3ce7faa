<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** For whom a quiz is made: ages in years, from the youngest to the oldest; either end may be open, not both. */
final readonly class Stage
{
    private function __construct(public ?int $from, public ?int $to)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->integerOrNull('from'), $fields->integerOrNull('to'));
    }

    /** The oldest that is named. */
    public function oldest(): int
    {
        return $this->to ?? (int) $this->from;
    }
}
