<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** The form demanded of an expression. */
enum Form: string
{
    case Any = 'any';
    case Expanded = 'expanded';
    case Factored = 'factored';
    case Simplified = 'simplified';
}
