<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** A stop that need not be answered was left out. Names the frame it left. */
final readonly class Skipped extends Event
{
    public function __construct(public string $from)
    {
    }

    public static function fromData(Fields $data): self
    {
        return new self($data->only(['from'])->string('from'));
    }

    public function kind(): EventKind
    {
        return EventKind::Skipped;
    }

    public function data(): array
    {
        return ['from' => $this->from];
    }
}
