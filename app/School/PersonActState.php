<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

/** How far an act on a person is. */
enum PersonActState: string
{
    /** Waits for a keeper, or another teacher of the student. */
    case Asked = 'asked';
    case Done = 'done';
    case Refused = 'refused';
}
