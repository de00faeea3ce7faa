<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** A comment was made while a video was talked about. */
final readonly class Commented extends Event
{
    public function __construct(public string $cue, public string $text)
    {
    }

    public static function fromData(Fields $data): self
    {
        return new self($data->only(['cue', 'text'])->string('cue'), $data->string('text'));
    }

    public function kind(): EventKind
    {
        return EventKind::Commented;
    }

    public function data(): array
    {
        return ['cue' => $this->cue, 'text' => $this->text];
    }
}
