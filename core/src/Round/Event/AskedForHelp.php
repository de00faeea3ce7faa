<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** Help was asked for at a question, or one more rung while on the ladder. */
final readonly class AskedForHelp extends Event
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
        return EventKind::AskedForHelp;
    }

    public function data(): array
    {
        return ['question' => $this->question];
    }
}
