<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

/** What is done at the front. */
enum ActKind: string
{
    case Opened = 'opened';
    /** The class stands at a place, where it answers or looks at the board. */
    case Stands = 'stands';
    case Closed = 'closed';
    /** Answers that were closed can be given and changed again. */
    case AskedAgain = 'asked-again';
    case Revealed = 'revealed';
    case LetGo = 'let-go';
    /** From going alone, or what was ended is taken up again. */
    case Gathered = 'gathered';
    /** A cover is lifted from the board, or laid again. */
    case Lifted = 'lifted';
    case Laid = 'laid';
    /** The quick have a task named for them, or none. */
    case Named = 'named';
    /** An answer is shown in front of the class, or put away. */
    case AnswerShown = 'answer-shown';
    /** Hands were counted, where there are no devices. */
    case Counted = 'counted';
    case Ended = 'ended';
}
