<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Quiz\MasteryTerms;

/**
 * Bayesian knowledge tracing (Corbett and Anderson 1994): the chance that a student knows something, from what they got
 * right and what not.
 */
final class KnowledgeTracing
{
    /**
     * P(known | right) = P(1 − slip) / (P(1 − slip) + (1 − P) guess); P(known | not right) = P slip / (P slip + (1 − P)(1 − guess));
     * then P ← P + (1 − P) learn.
     *
     * @param  list<array{bool, float}>  $tries  whether right, and the chance of guessing it, in order of time
     * @return float 0 to 1
     */
    public static function known(array $tries, MasteryTerms $terms): float
    {
        $known = $terms->prior;
        foreach ($tries as [$right, $guess]) {
            $guess = $terms->guess ?? $guess;
            $ifKnown = $right ? 1 - $terms->slip : $terms->slip;
            $ifNot = $right ? $guess : 1 - $guess;
            $evidence = $known * $ifKnown + (1 - $known) * $ifNot;
            $known = $evidence > 0 ? $known * $ifKnown / $evidence : $known;
            $known += (1 - $known) * $terms->learn;
        }

        return $known;
    }
}
