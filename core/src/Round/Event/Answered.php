<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Response;

/** A question was answered. */
final readonly class Answered extends Event
{
    public function __construct(public string $question, public Response $response)
    {
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['question', 'response']);

        return new self($data->string('question'), Response::read($data->object('response')));
    }

    public function kind(): EventKind
    {
        return EventKind::Answered;
    }

    public function data(): array
    {
        return ['question' => $this->question, 'response' => $this->response->toArray()];
    }
}
