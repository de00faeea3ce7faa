<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

enum Result: string
{
    case Right = 'right';
    case Partly = 'partly';
    case NotRight = 'not-right';
    /** It can be read in more than one way, or is almost right: it is asked back and costs nothing. */
    case Unclear = 'unclear';
    /** There is no right or wrong to it. */
    case Noted = 'noted';
}
