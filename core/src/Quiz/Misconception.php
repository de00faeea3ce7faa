<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** A misunderstanding that wrong answers can show. */
final readonly class Misconception
{
    public function __construct(public string $id, public string $text)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), $fields->string('text'));
    }
}
