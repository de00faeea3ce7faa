<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

enum FactKind: string
{
    /** A stop or a cue was reached. */
    case Shown = 'shown';
    case Marked = 'marked';
    case RungSeen = 'rung-seen';
    case Stood = 'stood';
    case Finished = 'finished';
}
