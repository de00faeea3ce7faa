<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** Where a walk through the quiz ends, with the words it ends with. */
final readonly class Finish
{
    public function __construct(
        public string $id,
        public string $title,
        public string $message,
    ) {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), $fields->string('title'), $fields->string('message'));
    }
}
