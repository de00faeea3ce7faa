<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

enum Result: string
{
    case Right = 'right';
    case Partly = 'partly';
    case NotRight = 'not-right';
    /** The answer can be read in more than one way: it is asked back and costs nothing. */
    case Unclear = 'unclear';
}
