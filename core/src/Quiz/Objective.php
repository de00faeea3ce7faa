<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** What students are to be able to do, with a curriculum's code where it has one. */
final readonly class Objective
{
    /** @param  bool  $shown  to students, with what the quiz is about */
    public function __construct(public string $id, public string $text, public string $code, public bool $shown)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), $fields->string('text'), $fields->stringOr('code', ''), $fields->booleanOr('shown', false));
    }
}
