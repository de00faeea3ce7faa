<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** After a slip, another question on the same idea was asked for. */
final readonly class AskedForAlike extends Event
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
        return EventKind::AskedForAlike;
    }

    public function data(): array
    {
        return ['question' => $this->question];
    }
}
