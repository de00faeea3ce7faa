<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

enum EventKind: string
{
    case Started = 'started';
    case Answered = 'answered';
    case AskedForHelp = 'asked-for-help';
    case AskedForAlike = 'asked-for-alike';
    case JudgedOwn = 'judged-own';
    case WentOn = 'went-on';
    case WentTo = 'went-to';
    case Watched = 'watched';
    case VideoAway = 'video-away';
    case Skipped = 'skipped';
    case SetAside = 'set-aside';
    case Called = 'called';
    case TimedOut = 'timed-out';
    case Paused = 'paused';
    case Commented = 'commented';
    case HandedIn = 'handed-in';
    case Finished = 'finished';
    case Closed = 'closed';
    case Reopened = 'reopened';
    case MovedFromFront = 'moved-from-front';
    case Revealed = 'revealed';
    case LetGo = 'let-go';
    case Overruled = 'overruled';
    case Restored = 'restored';

    /** Whether it is made by a class being led from the front. */
    public function isFromFront(): bool
    {
        return $this === self::MovedFromFront || $this === self::Revealed || $this === self::LetGo;
    }

    /** Whether it is a person's word on what was done, which may come after the end. */
    public function isWord(): bool
    {
        return $this === self::Overruled || $this === self::Restored;
    }

    /** Whether a student's device may send it. The others are made by the teacher or by the server. */
    public function isStudents(): bool
    {
        return match ($this) {
            self::Started, self::Closed, self::Reopened, self::MovedFromFront, self::Revealed, self::LetGo, self::Overruled,
            self::Restored => false,
            default => true,
        };
    }
}
