<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/** Whom a task is for. */
enum TaskAudience: string
{
    /** Everybody of its class. */
    case WholeClass = 'class';
    /** The students who are named for it. */
    case Students = 'students';
    /** Whoever has its link. */
    case Link = 'link';
}
