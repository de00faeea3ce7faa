<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

/** What a near miss was near in. */
enum NearMiss: string
{
    /** The right word but for a slip of the pen. */
    case Spelling = 'spelling';
    /** The right number with a wrong unit, or without one. */
    case Unit = 'unit';
    /** The right value in another form than was asked for. */
    case Form = 'form';
}
