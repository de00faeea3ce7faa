<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** When a drill ends. */
enum DrillEnd: string
{
    /** After the deal, with "not yet" where too few are right. */
    case Deal = 'deal';
    /** When enough are right, however many deals it takes. */
    case Need = 'need';
    /** When enough are right and none that was missed is left. */
    case NoneMissed = 'none-missed';
}
