<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** An event was not taken, and nothing changed. The sentence may be shown to the student. */
final readonly class Refusal
{
    public function __construct(public Rule $rule, public string $sentence)
    {
    }
}
