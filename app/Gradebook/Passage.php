<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

/** How far a score is on its way to the gradebook. */
enum Passage: string
{
    case Waiting = 'waiting';
    case Sent = 'sent';
    case Refused = 'refused';
}
