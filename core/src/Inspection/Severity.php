<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

enum Severity: string
{
    /** The quiz cannot be published like this. */
    case Stops = 'stops';
    case Warns = 'warns';
    case Advises = 'advises';
}
