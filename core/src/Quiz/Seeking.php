<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** Where in a video a student may jump to. */
enum Seeking: string
{
    case Free = 'free';
    /** Only to what was seen already. */
    case Back = 'back';
    /** Anywhere before the next open cue. */
    case OpenCue = 'open-cue';
}
