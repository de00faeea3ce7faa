<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

/** How it goes for a student in a sitting, in their own word. */
enum Mood: string
{
    case With = 'with';
    case Lost = 'lost';
}
