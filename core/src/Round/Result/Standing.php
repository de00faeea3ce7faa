<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

/** How a student stands at a question. */
enum Standing: string
{
    case Untouched = 'untouched';
    /** Given, and not marked yet: before a reveal, or before the round is handed in. */
    case Answered = 'answered';
    /** Right at once, without help. */
    case Clear = 'clear';
    /** Right after a slip or help. */
    case Climbed = 'climbed';
    /** In help now, or back from it and not yet right. */
    case OnTheLadder = 'on-the-ladder';
    /** Left for later: not yet. */
    case SetAside = 'set-aside';
    /** The answer was revealed after the last try. */
    case Shown = 'shown';
    /** Waits for a person to read it. */
    case ToBeRead = 'to-be-read';
    /** A poll or an opinion. */
    case Noted = 'noted';

    public function isRight(): bool
    {
        return $this === self::Clear || $this === self::Climbed;
    }

    /** Nothing more is asked of the student here. */
    public function isSettled(): bool
    {
        return match ($this) {
            self::Untouched, self::Answered, self::OnTheLadder => false,
            default => true,
        };
    }

    public function isMissed(): bool
    {
        return $this === self::OnTheLadder || $this === self::SetAside || $this === self::Shown;
    }
}
