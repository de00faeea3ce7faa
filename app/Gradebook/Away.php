<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

/** The gradebook takes nothing at the moment. */
final class Away extends \RuntimeException
{
    public function __construct(public readonly WhyAway $why)
    {
        parent::__construct($why->value);
    }
}
