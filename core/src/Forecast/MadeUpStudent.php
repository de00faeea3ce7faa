<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use Random\Randomizer;

/** Does what a student of some profile would do next, by lot. */
final readonly class MadeUpStudent
{
    private Behaviour $behaviour;

    public function __construct(QuizDocument $quiz, Terms $terms, Profile $profile, private Randomizer $lot)
    {
        $this->behaviour = new Behaviour($quiz, $terms, $profile, apart: true);
    }

    /** The round is begun, not finished, and not led from the front. */
    public function next(State $state): Event
    {
        $choices = $this->behaviour->choices($state);
        $point = $this->lot->getInt(0, 999_999_999) / 1_000_000_000;
        foreach ($choices as $choice) {
            $point -= $choice->chance;
            if ($point < 0) {
                return $choice->event;
            }
        }

        return $choices[count($choices) - 1]->event;
    }
}
