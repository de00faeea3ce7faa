<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The time for a question, or without one for the round, ran out. */
final readonly class TimedOut extends Event
{
    public function __construct(public ?string $question)
    {
    }

    public static function fromData(Fields $data): self
    {
        return new self($data->only(['question'])->stringOrNull('question'));
    }

    public function kind(): EventKind
    {
        return EventKind::TimedOut;
    }

    public function data(): array
    {
        return ['question' => $this->question];
    }
}
