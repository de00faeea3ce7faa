<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Gradebook;

/** How far the marking is (1EdTech LTI Assignment and Grade Services 2.0, section 3.4.7). */
enum GradingProgress: string
{
    case FullyGraded = 'FullyGraded';
    case Pending = 'Pending';
    case PendingManual = 'PendingManual';
    case Failed = 'Failed';
    case NotReady = 'NotReady';
}
