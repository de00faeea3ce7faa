<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Message;

/** An event was not taken, and nothing changed. The message may be shown to the student. */
final readonly class Refusal
{
    public function __construct(public Rule $rule, public Message $message)
    {
    }
}
