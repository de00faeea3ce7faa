<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The round was ended from outside: its task was closed. */
final readonly class Closed extends Event
{
    public static function fromData(Fields $data): self
    {
        $data->only([]);

        return new self;
    }

    public function kind(): EventKind
    {
        return EventKind::Closed;
    }

    public function data(): array
    {
        return [];
    }
}
