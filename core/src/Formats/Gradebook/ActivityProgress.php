<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Gradebook;

/** How far somebody is with what is scored (1EdTech LTI Assignment and Grade Services 2.0, section 3.4.6). */
enum ActivityProgress: string
{
    case Initialized = 'Initialized';
    case Started = 'Started';
    case InProgress = 'InProgress';
    case Submitted = 'Submitted';
    case Completed = 'Completed';
}
