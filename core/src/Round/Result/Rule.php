<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

/** The rule by which an event is refused. */
enum Rule: string
{
    case NotStarted = 'not-started';
    case AlreadyStarted = 'already-started';
    case RoundFinished = 'round-finished';
    case NotHere = 'not-here';
    case AnswerFirst = 'answer-first';
    case UnfitResponse = 'unfit-response';
    case NoMoreHelp = 'no-more-help';
    case NoHelp = 'no-help';
    case NoneAlike = 'none-alike';
    case NotYetPastTheLadder = 'not-yet-past-the-ladder';
    case CueStillOpen = 'cue-still-open';
    case NoSuchStop = 'no-such-stop';
    case NothingToShow = 'nothing-to-show';
    case MustBeAnswered = 'must-be-answered';
    case OrderIsSet = 'order-is-set';
    case FromTheFront = 'from-the-front';
    case NotLed = 'not-led';
    /** Of a sitting: not in its phase. */
    case NotNow = 'not-now';
    case TimeOver = 'time-over';
    case NoTimeLimit = 'no-time-limit';
    case NotHandedInWhole = 'not-handed-in-whole';
    case AlreadyHandedIn = 'already-handed-in';
    case NotWritten = 'not-written';
    case AlreadyCalled = 'already-called';
    case NothingToRead = 'nothing-to-read';
}
