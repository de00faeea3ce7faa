<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Marking\Result;

/** What a move amounts to. */
enum MoveKind
{
    case Right;
    /** An answer that is not right, or time running out. */
    case Slip;
    /** An answer that is neither right nor wrong. */
    case Noted;
    /** On from a verdict, a rung, a video or a reading. */
    case On;
    /** Help that is asked for. */
    case Help;
    /** A way on that does not need the answer: setting aside, leaving out, moving about, handing in. */
    case Leave;

    public static function of(Result $result): self
    {
        return match ($result) {
            Result::Right => self::Right,
            Result::Noted => self::Noted,
            default => self::Slip,
        };
    }
}
