<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The class was moved to a stop from the front. */
final readonly class MovedFromFront extends Event
{
    public function __construct(public string $stop)
    {
    }

    public static function fromData(Fields $data): self
    {
        return new self($data->only(['stop'])->string('stop'));
    }

    public function kind(): EventKind
    {
        return EventKind::MovedFromFront;
    }

    public function data(): array
    {
        return ['stop' => $this->stop];
    }
}
