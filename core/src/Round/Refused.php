<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** How the engine's steps stop on a refusal; apply() turns it into one. */
final class Refused extends \DomainException
{
    public function __construct(public readonly Rule $rule, string $sentence)
    {
        parent::__construct($sentence);
    }
}
