<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** "Go on" at a verdict, "back to the question" on a rung, or on from a video or reading. Names the frame it left. */
final readonly class WentOn extends Event
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
        return EventKind::WentOn;
    }

    public function data(): array
    {
        return ['from' => $this->from];
    }
}
