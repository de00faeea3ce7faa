<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/** What the school knows of a student. */
enum StudentKind: string
{
    /** On a roster. */
    case Roster = 'roster';
    /** Came with a name of their own. */
    case Guest = 'guest';
    /** Came without one; what they did hangs on the device until it is left. */
    case Nameless = 'nameless';
}
