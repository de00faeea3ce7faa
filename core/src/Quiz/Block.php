<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One piece of a prompt: a text, or a picture with its alternative text. */
final readonly class Block
{
    public function __construct(
        public string $text,
        public ?string $media,
    ) {
    }

    public static function read(Fields $fields): self
    {
        return $fields->string('kind') === 'picture'
            ? new self($fields->string('alternative'), $fields->string('media'))
            : new self($fields->string('text'), null);
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return $this->media === null
            ? ['kind' => 'text', 'text' => $this->text]
            : ['kind' => 'picture', 'media' => $this->media, 'alternative' => $this->text];
    }
}
