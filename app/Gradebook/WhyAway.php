<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

/** Why the gradebook takes nothing at the moment: it is tried again. */
enum WhyAway: string
{
    /** It does not answer, or not in time. */
    case Silent = 'silent';
    /** It says that something is wrong with it, or that it has too much to do. */
    case Busy = 'busy';
    /** What it answers is not what it should be. */
    case Unreadable = 'unreadable';
    /** It does not know this program, or its signature. */
    case Stranger = 'stranger';
}
