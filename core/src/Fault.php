<?php

declare(strict_types=1);

namespace HiddenLadder\Core;

/** One thing that is wrong with a document: where (a JSON pointer) and why. */
final readonly class Fault
{
    public function __construct(public string $pointer, public Message $reason)
    {
    }
}
