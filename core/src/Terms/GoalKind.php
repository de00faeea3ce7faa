<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

enum GoalKind: string
{
    case None = 'none';
    /** So many rounds. */
    case Rounds = 'rounds';
    /** So many perfect rounds. */
    case Perfect = 'perfect';
    /** So many rounds, or a perfect one. */
    case RoundsOrPerfect = 'rounds-or-perfect';
    /** A score. */
    case Score = 'score';
}
