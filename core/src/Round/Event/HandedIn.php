<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The round was handed in whole. */
final readonly class HandedIn extends Event
{
    public static function fromData(Fields $data): self
    {
        $data->only([]);

        return new self;
    }

    public function kind(): EventKind
    {
        return EventKind::HandedIn;
    }

    public function data(): array
    {
        return [];
    }
}
