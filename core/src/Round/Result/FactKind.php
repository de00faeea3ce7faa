<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

enum FactKind: string
{
    /** A stop or a cue was reached. A decision. */
    case Shown = 'shown';
    /** A drill, a staircase or a stand-in gave out a question; none, when the drill or staircase ended. A decision. */
    case Dealt = 'dealt';
    /** Where an answer leads. A decision. */
    case Led = 'led';
    /** The last stop was passed: what comes back before the finish. A decision. */
    case Returns = 'returns';
    case Marked = 'marked';
    /** An answer was taken unmarked, in a round that is handed in whole. */
    case Taken = 'taken';
    case RungSeen = 'rung-seen';
    case Stood = 'stood';
    case Finished = 'finished';
    /** The right answer was shown. */
    case Revealed = 'revealed';
    case Called = 'called';
    case Commented = 'commented';
    case Overruled = 'overruled';
    /** A person's word was taken back; with what the answer was marked as. */
    case Restored = 'restored';
}
