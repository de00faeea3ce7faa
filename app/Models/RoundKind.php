<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/** What a round is for. */
enum RoundKind: string
{
    /** It is one of the task's: it has a score, and counts against its limit and towards its goal. */
    case Task = 'task';
    /** What was mastered in the task comes back; outside limit, score and goal, and also after closing. */
    case Return = 'return';
    /** Walked in front of the class by whoever has no round of the task under way, or one that goes otherwise: it counts nowhere. */
    case Beside = 'beside';
}
