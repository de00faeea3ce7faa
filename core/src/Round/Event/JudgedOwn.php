<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;

/** A written answer was judged by its writer against the model answer. */
final readonly class JudgedOwn extends Event
{
    public function __construct(public string $question, public bool $yes)
    {
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['question', 'yes']);

        return new self($data->string('question'), $data->boolean('yes'));
    }

    public function kind(): EventKind
    {
        return EventKind::JudgedOwn;
    }

    public function data(): array
    {
        return ['question' => $this->question, 'yes' => $this->yes];
    }
}
