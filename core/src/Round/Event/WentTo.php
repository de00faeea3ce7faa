<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** In free order, another stop was chosen; without one, the overview. */
final readonly class WentTo extends Event
{
    public function __construct(public ?string $stop)
    {
    }

    public static function fromData(Fields $data): self
    {
        return new self($data->only(['stop'])->stringOrNull('stop'));
    }

    public function kind(): EventKind
    {
        return EventKind::WentTo;
    }

    public function data(): array
    {
        return ['stop' => $this->stop];
    }
}
