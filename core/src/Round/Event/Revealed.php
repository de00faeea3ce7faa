<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** The answer of a question was shown to everybody from the front. */
final readonly class Revealed extends Event
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
        return EventKind::Revealed;
    }

    public function data(): array
    {
        return ['question' => $this->question];
    }
}
