<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** A video of another host could not be had on the student's device: its stop may then be left out. */
final readonly class VideoAway extends Event
{
    public function __construct(public string $video)
    {
    }

    public static function fromData(Fields $data): self
    {
        return new self($data->only(['video'])->string('video'));
    }

    public function kind(): EventKind
    {
        return EventKind::VideoAway;
    }

    public function data(): array
    {
        return ['video' => $this->video];
    }
}
