<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** What stands on the left of a match, and the item that belongs to it. */
final readonly class Pair
{
    public function __construct(public Item $left, public ?string $item)
    {
    }

    public static function read(Fields $fields): self
    {
        return new self(Item::read($fields), $fields->stringOrNull('item'));
    }
}
