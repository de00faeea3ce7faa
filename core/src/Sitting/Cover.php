<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

/** What is covered on the board until its cover is lifted. */
enum Cover: string
{
    /** Who is here. */
    case Names = 'names';
    /** How many took which, while it is still answered. */
    case Answers = 'answers';
    /** How many were right. */
    case Scores = 'scores';
}
