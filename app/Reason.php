<?php

declare(strict_types=1);

namespace HiddenLadder\App;

/** Why the app rejects what it was asked to do: the last part of a problem's type in openapi.yaml. */
enum Reason: string
{
    case Invalid = 'invalid';
    case NotFound = 'not-found';
    case NotReady = 'not-ready';
    case NotPublished = 'not-published';
    case NoForecast = 'no-forecast';
    case UnknownVersion = 'unknown-version';
    case NothingToTakeBack = 'nothing-to-take-back';
    case ChangedElsewhere = 'changed-elsewhere';
    case NoPlace = 'no-place';
    case IdTaken = 'id-taken';
    case NotOpenYet = 'not-open-yet';
    case Closed = 'closed';
    case NoRoundLeft = 'no-round-left';
    case Pause = 'pause';
    /** What it follows on is still on its way: it may be sent again. */
    case NotYet = 'not-yet';
    case Stale = 'stale';
    case RefusedByRule = 'refused-by-rule';
    case TooManyTries = 'too-many-tries';
    /** Many come from one address: a page tries again by itself. */
    case Busy = 'busy';
    case TooLarge = 'too-large';
    /** The disk is nearly full. */
    case NoRoom = 'no-room';
    case WrongType = 'wrong-type';
    /** Another program that it needs does not answer. */
    case ServiceAway = 'service-away';
}
