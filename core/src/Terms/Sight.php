<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

/** What a student may be let see of an answer. */
enum Sight: string
{
    case Result = 'result';
    case Score = 'score';
    case OwnAnswer = 'ownAnswer';
    case RightAnswer = 'rightAnswer';
    case Feedback = 'feedback';
    case Explanation = 'explanation';
    case Closing = 'closing';
}
