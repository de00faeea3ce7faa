<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One thing to be put in order or to be matched to. */
final readonly class Item
{
    public function __construct(public string $id, public Text $text)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), Text::in($fields, 'text'));
    }

    public function isEmpty(): bool
    {
        return $this->text->isEmpty();
    }

    /** @return array{id: string, text: Text} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'text' => $this->text];
    }
}
