<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

/** What is done to a person in all their classes at once. */
enum PersonActKind: string
{
    /** The secret is cleared, and a new code made. */
    case Secret = 'secret';
    case Name = 'name';
    case Merge = 'merge';
}
