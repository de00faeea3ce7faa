<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Round\Event\Event;

/** Something a made-up student may do next, and how likely it is. */
final readonly class Choice
{
    public function __construct(public Event $event, public float $chance)
    {
    }
}
