<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\Objective;

/** Objectives of several quizzes, each once: those of one code or one wording are one. */
final class JoinedObjectives
{
    /** @var list<Objective> as each was met first */
    public array $all = [];

    /** @var array<string, int> by mark */
    private array $at = [];

    /** Which of them an objective is; a new one where it is none yet. */
    public function number(Objective $objective): int
    {
        $marks = AcrossQuizzes::marks($objective);
        $known = array_values(array_intersect_key($this->at, array_flip($marks)));
        $number = $known[0] ?? count($this->all);
        if ($known === []) {
            $this->all[] = $objective;
        }
        $this->at += array_fill_keys($marks, $number);

        return $number;
    }
}
