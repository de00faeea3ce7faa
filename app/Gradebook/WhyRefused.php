<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

/** Why a score did not come to stand in the gradebook, and will not by waiting. */
enum WhyRefused: string
{
    /** The student has no number by which the gradebook would know them. */
    case NoNumber = 'number';
    /** The gradebook does not know the number, or not in this class. */
    case UnknownPerson = 'person';
    /** The column is no more there. */
    case NoColumn = 'column';
    /** The gradebook does not let this program do that. */
    case NotAllowed = 'allowed';
    /** Something later stands there already. */
    case Older = 'older';
    case Other = 'other';
}
