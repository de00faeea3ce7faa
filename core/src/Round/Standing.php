<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** How a student stands at a question. */
enum Standing: string
{
    case Untouched = 'untouched';
    /** Right at once, without help. */
    case Clear = 'clear';
    /** Right after a slip or help. */
    case Climbed = 'climbed';
    /** In help now, or back from it and not yet right. */
    case OnTheLadder = 'on-the-ladder';
    /** Left for later: not yet. */
    case SetAside = 'set-aside';

    public function isRight(): bool
    {
        return $this === self::Clear || $this === self::Climbed;
    }
}
