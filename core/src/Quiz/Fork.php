<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** A rule that sends some students elsewhere than the next stop. */
final readonly class Fork
{
    public function __construct(public string $id, public Condition $when, public string $to)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), Condition::read($fields->object('when')), $fields->string('to'));
    }
}
