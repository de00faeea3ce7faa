<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

enum EventKind: string
{
    case Started = 'started';
    case Answered = 'answered';
    case AskedForHelp = 'asked-for-help';
    case WentOn = 'went-on';
    case Watched = 'watched';
    case SetAside = 'set-aside';
}
