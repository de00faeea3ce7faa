<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum MasteryRule: string
{
    /** Every required stop clear or climbed. */
    case Required = 'required';
    /** Every question right in the end. */
    case UntilRight = 'until-right';
    case Right = 'right';
    case InARow = 'in-a-row';
    case OfTheLast = 'of-the-last';
    /** Bayesian knowledge tracing. */
    case Estimate = 'estimate';
}
