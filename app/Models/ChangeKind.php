<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/** Where a change of a quiz comes from. */
enum ChangeKind: string
{
    /** Made by building. */
    case Made = 'made';
    /** Takes back what was made, or made again. */
    case Undone = 'undone';
    /** Takes back an undoing. */
    case Redone = 'redone';
    /** Came with a correction of an edition in use. */
    case Corrected = 'corrected';
}
