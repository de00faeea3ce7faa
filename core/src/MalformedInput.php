<?php

declare(strict_types=1);

namespace HiddenLadder\Core;

/** Input that does not have the shape it must have; says where (a JSON pointer; empty for the whole) and why. Nothing was changed. */
final class MalformedInput extends \InvalidArgumentException
{
    public function __construct(public readonly string $pointer, public readonly Message $reason)
    {
        parent::__construct("$reason->code at $pointer/");
    }
}
