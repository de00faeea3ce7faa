<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Message;

/** There is nothing that could be told ahead of a quiz as it is. */
final class NoForecast extends \DomainException
{
    public function __construct(public readonly Message $why)
    {
        parent::__construct($why->code);
    }
}
