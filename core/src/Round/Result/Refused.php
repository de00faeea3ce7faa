<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Message;

/** How the engine's steps stop on a refusal; apply() turns it into one. */
final class Refused extends \DomainException
{
    public function __construct(public readonly Rule $rule, public readonly Message $why)
    {
        parent::__construct($why->code);
    }
}
