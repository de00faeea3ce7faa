<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** For whom a quiz is made: ages in years, from the youngest to the oldest. */
final readonly class Stage
{
    private function __construct(public int $from, public int $to)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->integer('from'), $fields->integer('to'));
    }
}
