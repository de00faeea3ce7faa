<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

/** When something may be seen. */
enum SeenWhen: string
{
    case AtOnce = 'at-once';
    case EndOfRound = 'end-of-round';
    /** When the student comes back to it after the round. */
    case ComingBack = 'coming-back';
    case AfterLastRound = 'after-last-round';
    case AfterClosing = 'after-closing';
    case WhenReleased = 'when-released';
    case Never = 'never';
}
