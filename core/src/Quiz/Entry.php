<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** An answer the teacher foresaw: an option, an accepted or a known wrong text, number, expression, order or match. */
final readonly class Entry
{
    /**
     * @param  Text  $text  as it is shown
     * @param  string  $key  as it is compared with what was typed; empty for an option
     * @param  list<Rung>  $ladder
     * @param  float  $share  of the points, 0 to 1; what is right has them all
     * @param  bool  $pinned  keeps its place where options are mixed
     * @param  list<string>  $order  item ids: a foreseen order
     * @param  array<string, string>  $pairs  item ids by pair ids: matches that this entry stands for, all of them together
     * @param  ?array{float, float}  $at  where it lies on the picture of what is asked: shares of width and height from the top left
     */
    public function __construct(
        public string $id,
        public Text $text,
        public string $key,
        public bool $right,
        public Text $feedback,
        public ?string $fork,
        public array $ladder,
        public float $share,
        public ?string $misconception,
        public bool $pinned,
        public array $order,
        public array $pairs,
        public ?array $at = null,
    ) {
    }

    /**
     * @param  bool  $isTyped  whether answers are typed and compared with it, rather than chosen: what it keeps of the other is left alone
     */
    public static function read(Fields $fields, bool $isTyped): self
    {
        $key = $isTyped ? $fields->stringOr('key', '') : '';
        $right = $fields->boolean('right');

        return new self(
            $fields->string('id'),
            $isTyped ? Text::of($key) : Text::in($fields, 'text'),
            $key,
            $right,
            Text::in($fields, 'feedback'),
            $fields->stringOrNull('fork'),
            $fields->objects('ladder', Rung::read(...)),
            $right ? 1.0 : $fields->numberOr('share', 0.0),
            $fields->stringOrNull('misconception'),
            $fields->booleanOr('pinned', false),
            $fields->stringsOr('order'),
            $fields->stringMapOr('pairs'),
            self::place($fields),
        );
    }

    /** @return ?array{float, float} */
    private static function place(Fields $fields): ?array
    {
        [$x, $y] = $fields->has('at') ? [...$fields->numbers('at'), null, null] : [null, null];

        return $x === null || $y === null ? null : [$x, $y];
    }

    /** The same, leading nowhere by itself. */
    public function withoutFork(): self
    {
        return $this->fork === null ? $this : new self(...['fork' => null] + get_object_vars($this));
    }

    /** The words by which it is named. */
    public function name(): string
    {
        return $this->text->name();
    }

    /** An entry that says nothing stands for nothing: it is not shown, not marked and not counted. */
    public function isEmpty(): bool
    {
        return $this->text->isEmpty() && $this->order === [] && $this->pairs === [];
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
