<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The student put the round away for a while. */
final readonly class Paused extends Event
{
    public static function fromData(Fields $data): self
    {
        $data->only([]);

        return new self;
    }

    public function kind(): EventKind
    {
        return EventKind::Paused;
    }

    public function data(): array
    {
        return [];
    }
}
