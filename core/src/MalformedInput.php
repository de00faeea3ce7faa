<?php

declare(strict_types=1);

namespace HiddenLadder\Core;

/** Input that does not have the shape it must have; says where (a JSON pointer) and why. Nothing was changed. */
final class MalformedInput extends \InvalidArgumentException
{
    public function __construct(public readonly string $pointer, public readonly string $reason)
    {
        parent::__construct($pointer === '' ? ucfirst($reason).'.' : "At $pointer: $reason.");
    }
}
