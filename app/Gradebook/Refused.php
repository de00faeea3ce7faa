<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

/** The gradebook does not take this, however often it is sent. */
final class Refused extends \RuntimeException
{
    public function __construct(public readonly WhyRefused $why)
    {
        parent::__construct($why->value);
    }
}
