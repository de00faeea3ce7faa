<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/** How much of a round is behind a student. */
final class HowFar
{
    /** Share of the main stops at which nothing wants an answer any more, 0 to 1; 1 for whoever came to a finish. */
    public static function of(QuizDocument $quiz, Terms $terms, State $state): float
    {
        if ($state->finish !== null) {
            return 1.0;
        }
        $position = new Position($quiz, $terms);
        $conditions = new Conditions($quiz, $terms);
        $stops = array_filter(
            $position->sequence($state),
            static fn (Stop $stop): bool => $stop->shownIf === null || $conditions->met($stop->shownIf, null, $state),
        );
        $done = array_filter($stops, static fn (Stop $stop): bool => $position->isDone($stop, $state));

        return $stops === [] ? 0.0 : count($done) / count($stops);
    }
}
