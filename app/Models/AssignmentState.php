<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

enum AssignmentState: string
{
    case Planned = 'planned';
    case Open = 'open';
    case Closed = 'closed';
}
