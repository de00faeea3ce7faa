<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

/** A named set of terms. */
enum Purpose: string
{
    case Learn = 'learn';
    case Check = 'check';
    case Starter = 'starter';
    case ExitCheck = 'exit-check';
}
