<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** What becomes of a slip of the pen. */
enum Spelling: string
{
    /** It is another word. */
    case Exact = 'exact';
    /** "Almost: look at the spelling." */
    case Ask = 'ask';
    /** It is right, and the spelling is mentioned. */
    case Accept = 'accept';
}
