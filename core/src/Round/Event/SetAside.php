<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** A question was left for later; once it has come back, for good. */
final readonly class SetAside extends Event
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
        return EventKind::SetAside;
    }

    public function data(): array
    {
        return ['question' => $this->question];
    }
}
