<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One thing to be put in order or to be matched to. */
final readonly class Item
{
    /** @param  list<Block>  $blocks */
    public function __construct(public string $id, public string $text, public array $blocks)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), $fields->string('text'), $fields->objectsOr('blocks', Block::read(...)));
    }

    public function isEmpty(): bool
    {
        return trim($this->text) === '' && $this->blocks === [];
    }

    /** @return array{id: string, text: string, blocks: list<array<string, mixed>>} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'text' => $this->text, 'blocks' => array_map(static fn (Block $block): array => $block->toArray(), $this->blocks)];
    }
}
