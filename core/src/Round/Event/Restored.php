<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** A person's word on an answer, or on a drill or a staircase, is taken back: it counts as it was marked. */
final readonly class Restored extends Event
{
    /**
     * @param  ?string  $question  or
     * @param  ?string  $stop  a drill or a staircase
     * @param  ?string  $by  who does it, as the school knows them
     *
     * @throws MalformedInput when not exactly one of question and stop is named
     */
    public function __construct(public ?string $question, public ?string $stop = null, public ?string $by = null)
    {
        if (($question === null) === ($stop === null)) {
            throw new MalformedInput('/question', new Message('shape.question-or-stop'));
        }
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['question', 'stop', 'by']);

        return new self($data->stringOrNull('question'), $data->stringOrNull('stop'), $data->stringOrNull('by'));
    }

    public function kind(): EventKind
    {
        return EventKind::Restored;
    }

    public function data(): array
    {
        $about = $this->stop === null ? ['question' => $this->question] : ['stop' => $this->stop];

        return $about + ($this->by === null ? [] : ['by' => $this->by]);
    }
}
