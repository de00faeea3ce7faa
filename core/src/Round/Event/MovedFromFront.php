<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The class was moved to a stop from the front, or to a question of its video. */
final readonly class MovedFromFront extends Event
{
    public function __construct(public string $stop, public ?string $cue = null)
    {
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['stop', 'cue']);

        return new self($data->string('stop'), $data->stringOrNull('cue'));
    }

    public function kind(): EventKind
    {
        return EventKind::MovedFromFront;
    }

    public function data(): array
    {
        return ['stop' => $this->stop] + ($this->cue === null ? [] : ['cue' => $this->cue]);
    }
}
