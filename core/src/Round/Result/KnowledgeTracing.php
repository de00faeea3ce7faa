<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Quiz\MasteryTerms;
use HiddenLadder\Core\Quiz\Question;

/**
 * Bayesian knowledge tracing (Corbett and Anderson 1994): the chance that a student knows something, from what they got
 * right and what not.
 */
final class KnowledgeTracing
{
    /** The chance of guessing what is no choice (Corbett and Anderson 1994 leave it to the task; common practice). */
    private const GUESS = 0.2;

    /** The chance of getting a question right by guessing, 0 to 1. */
    public static function guess(Question $question): float
    {
        return $question->kind->picksOne() ? 1 / max(2, count($question->entries)) : self::GUESS;
    }

    /**
     * P(known | right) = P(1 − slip) / (P(1 − slip) + (1 − P) guess); P(known | not right) = P slip / (P slip + (1 − P)(1 − guess));
     * then P ← P + (1 − P) learn.
     *
     * @param  list<array{bool, float}>  $tries  whether right, and the chance of guessing it, in order of time
     * @param  ?float  $from  the chance before them, 0 to 1; by default the prior
     * @return float 0 to 1
     */
    public static function known(array $tries, MasteryTerms $terms, ?float $from = null): float
    {
        $known = $from ?? $terms->prior;
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
