<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\Fork;

/** Looks on while conditions are weighed, and may say how one turns out where what it asks for is not known. */
interface ConditionObserver
{
    /** Whether the condition is met; null where it is to be worked out. */
    public function assume(Condition $condition): ?bool;

    public function took(Fork $fork): void;
}
