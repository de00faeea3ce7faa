<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** A person read an answer and gave it a share of the points, or sent it back; of a drill or a staircase, the stop as a whole. */
final readonly class Overruled extends Event
{
    /**
     * @param  ?string  $question  or
     * @param  ?string  $stop  a drill or a staircase
     * @param  float  $share  of the points, 0 to 1
     * @param  ?string  $by  whose word it is, as the school knows them
     *
     * @throws MalformedInput when the share is out of range, or not exactly one of question and stop is named
     */
    public function __construct(
        public ?string $question,
        public float $share,
        public string $comment = '',
        public bool $sendBack = false,
        public ?string $stop = null,
        public ?string $by = null,
    ) {
        if (($question === null) === ($stop === null)) {
            throw new MalformedInput('/question', new Message('shape.question-or-stop'));
        }
        if ($share < 0 || $share > 1) {
            throw new MalformedInput('/share', new Message('shape.share'));
        }
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['question', 'stop', 'share', 'comment', 'sendBack', 'by']);

        return new self(
            $data->stringOrNull('question'),
            $data->number('share'),
            $data->stringOr('comment', ''),
            $data->booleanOr('sendBack', false),
            $data->stringOrNull('stop'),
            $data->stringOrNull('by'),
        );
    }

    public function kind(): EventKind
    {
        return EventKind::Overruled;
    }

    public function data(): array
    {
        return ($this->stop === null ? ['question' => $this->question] : ['stop' => $this->stop]) + [
            'share' => $this->share,
            'comment' => $this->comment,
            'sendBack' => $this->sendBack,
        ] + ($this->by === null ? [] : ['by' => $this->by]);
    }
}
