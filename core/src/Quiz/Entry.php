<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** An answer the teacher foresaw: an option, an accepted or a known wrong text or number, with what follows from it. */
final readonly class Entry
{
    /** @param  list<Rung>  $ladder */
    public function __construct(
        public string $id,
        public string $text,
        public bool $right,
        public string $feedback,
        public ?string $fork,
        public array $ladder,
    ) {
    }

    public static function read(Fields $fields): self
    {
        return new self(
            $fields->string('id'),
            $fields->string('text'),
            $fields->boolean('right'),
            $fields->string('feedback'),
            $fields->stringOrNull('fork'),
            $fields->objects('ladder', Rung::read(...)),
        );
    }

    /** An entry without text stands for nothing: it is not shown, not marked and not counted. */
    public function isEmpty(): bool
    {
        return trim($this->text) === '';
    }
}
