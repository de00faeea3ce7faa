<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The task that had closed was opened again: the round goes on from where it stood. */
final readonly class Reopened extends Event
{
    public static function fromData(Fields $data): self
    {
        $data->only([]);

        return new self;
    }

    public function kind(): EventKind
    {
        return EventKind::Reopened;
    }

    public function data(): array
    {
        return [];
    }
}
