<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/** A person read an answer and gave it a share of the points, or sent it back. */
final readonly class Overruled extends Event
{
    /** @throws MalformedInput when the share is not between 0 and 1 */
    public function __construct(
        public string $question,
        public float $share,
        public string $comment = '',
        public bool $sendBack = false,
    ) {
        if ($share < 0 || $share > 1) {
            throw new MalformedInput('/share', 'a share lies between 0 and 1');
        }
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['question', 'share', 'comment', 'sendBack']);

        return new self($data->string('question'), $data->number('share'), $data->stringOr('comment', ''), $data->booleanOr('sendBack', false));
    }

    public function kind(): EventKind
    {
        return EventKind::Overruled;
    }

    public function data(): array
    {
        return ['question' => $this->question, 'share' => $this->share, 'comment' => $this->comment, 'sendBack' => $this->sendBack];
    }
}
