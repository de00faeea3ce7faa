<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The round is no longer led from the front, and goes on by itself. */
final readonly class LetGo extends Event
{
    public static function fromData(Fields $data): self
    {
        $data->only([]);

        return new self;
    }

    public function kind(): EventKind
    {
        return EventKind::LetGo;
    }

    public function data(): array
    {
        return [];
    }
}
