<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Decision;

/** Which way an answer leads. */
enum Way: string
{
    /** To the next stop, or along a fork. */
    case On = 'on';
    /** Down the ladder. */
    case Down = 'down';
    /** The answer is shown, since no try is left; then on. */
    case Shown = 'shown';
    /** Another question like this one. */
    case Alike = 'alike';
    /** The same question again. */
    case Again = 'again';
    /** From a side stop to the question that it was entered from. */
    case Back = 'back';
}
