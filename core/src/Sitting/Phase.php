<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

/** What a class that is led from the front does now. */
enum Phase: string
{
    /** Its students come in; it stands nowhere yet. */
    case Gathering = 'gathering';
    /** It looks at the board, where nothing is asked: a text, a video. */
    case Looking = 'looking';
    /** It answers; an answer may be changed. */
    case Answering = 'answering';
    /** Answers are closed, and none is told to be right or wrong yet. */
    case Closed = 'closed';
    /** What is right is shown, and how many took which. */
    case Revealed = 'revealed';
    /** Each goes on alone. */
    case Alone = 'alone';
    case Ended = 'ended';

    /** Whether rounds are where the class stands, and do not go on by themselves. */
    public function leads(): bool
    {
        return match ($this) {
            self::Looking, self::Answering, self::Closed, self::Revealed => true,
            self::Gathering, self::Alone, self::Ended => false,
        };
    }
}
