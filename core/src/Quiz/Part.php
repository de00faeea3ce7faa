<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** Stops under one heading. Its share of the score is its weight among the weights of all parts; without one it weighs its points. */
final readonly class Part
{
    /** @param  ?float  $weight  0 to 1000 */
    public function __construct(public string $id, public string $title, public ?float $weight)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), $fields->string('title'), $fields->numberOrNull('weight'));
    }
}
