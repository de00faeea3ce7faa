<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The teacher was called to a question. */
final readonly class Called extends Event
{
    public function __construct(public string $question)
    {
    }

    public static function fromData(Fields $data): self
    {
        return new self($data->only(['question'])->string('question'));
    }

    public function kind(): EventKind
    {
        return EventKind::Called;
    }

    public function data(): array
    {
        return ['question' => $this->question];
    }
}
