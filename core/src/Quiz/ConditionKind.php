<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum ConditionKind: string
{
    case Always = 'always';
    /** That entry was matched. */
    case Entry = 'entry';
    case Result = 'result';
    /** So many slips at this question. */
    case Slips = 'slips';
    /** Share of the points reached so far. */
    case Score = 'score';
    /** An objective is mastered. */
    case Mastered = 'mastered';
    case TimeOut = 'time-out';
    /** How the student judged their own answer. */
    case Judged = 'judged';
    /** An earlier question was answered. */
    case Answered = 'answered';
    /** An earlier question was answered with that entry. */
    case Answer = 'answer';
    /** An earlier question stands so. */
    case Stood = 'stood';

    /** Whether it speaks of other questions than the one just answered. */
    public function looksBack(): bool
    {
        return match ($this) {
            self::Score, self::Mastered, self::Answered, self::Answer, self::Stood => true,
            default => false,
        };
    }
}
