<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One gap of a sentence, filled by typing or from a list. */
final readonly class Gap
{
    /** @param  list<Entry>  $entries only those that are not empty */
    public function __construct(public string $id, public bool $fromList, public array $entries)
    {
    }

    /** @param  list<Entry>  $entries in place of its own */
    public function with(array $entries): self
    {
        return new self($this->id, $this->fromList, $entries);
    }

    public static function read(Fields $fields): self
    {
        return new self(
            $fields->string('id'),
            $fields->string('show') === 'list',
            Entry::filled($fields->objects('entries', static fn (Fields $entry): Entry => Entry::read($entry, true))),
        );
    }
}
