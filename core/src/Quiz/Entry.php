<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** An answer the teacher foresaw: an option, an accepted or a known wrong text, number, expression, order or match. */
final readonly class Entry
{
    /**
     * @param  list<Rung>  $ladder
     * @param  float  $share  of the points, 0 to 1; what is right has them all
     * @param  bool  $pinned  keeps its place where options are mixed
     * @param  list<Block>  $blocks  shown with the text of an option
     * @param  list<string>  $order  item ids: a foreseen order
     * @param  array<string, string>  $pairs  item ids by pair ids: matches that this entry stands for, all of them together
     */
    public function __construct(
        public string $id,
        public string $text,
        public bool $right,
        public string $feedback,
        public ?string $fork,
        public array $ladder,
        public float $share,
        public ?string $misconception,
        public bool $pinned,
        public array $blocks,
        public array $order,
        public array $pairs,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $right = $fields->boolean('right');

        return new self(
            $fields->string('id'),
            $fields->string('text'),
            $right,
            $fields->string('feedback'),
            $fields->stringOrNull('fork'),
            $fields->objects('ladder', Rung::read(...)),
            $right ? 1.0 : $fields->numberOr('share', 0.0),
            $fields->stringOrNull('misconception'),
            $fields->booleanOr('pinned', false),
            $fields->objectsOr('blocks', Block::read(...)),
            $fields->stringsOr('order'),
            $fields->stringMapOr('pairs'),
        );
    }

    /** An entry that says nothing stands for nothing: it is not shown, not marked and not counted. */
    public function isEmpty(): bool
    {
        return trim($this->text) === '' && $this->blocks === [] && $this->order === [] && $this->pairs === [];
    }

    /**
     * @param  list<self>  $entries
     * @return list<self>
     */
    public static function filled(array $entries): array
    {
        return array_values(array_filter($entries, static fn (self $entry): bool => ! $entry->isEmpty()));
    }
}
