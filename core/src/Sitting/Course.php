<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\VideoStop;

/** The way of a class through a task's quiz: its stops in order, and what its videos ask. */
final readonly class Course
{
    public function __construct(public string $task, public QuizDocument $quiz)
    {
    }

    public function has(Place $place): bool
    {
        return $place->task === $this->task
            && $this->quiz->position($place->stop) !== null
            && ($place->cue === null || $this->cue($place)?->question !== null);
    }

    /** What the class is asked at a place; null where it only looks, or each works on their own. */
    public function asked(Place $place): ?Question
    {
        $stop = $this->quiz->stop($place->stop);

        return $stop instanceof QuestionStop ? $stop->question : $this->cue($place)?->question;
    }

    /** Whether a place deals each student questions of their own: there they go on alone. */
    public function isEachOnTheirOwn(Place $place): bool
    {
        $stop = $this->quiz->stop($place->stop);

        return $stop instanceof DrillStop || $stop instanceof StaircaseStop;
    }

    /** Where the class goes from where it stands, or from where it left this course; null past the last stop. */
    public function onward(SittingState $sitting): ?Place
    {
        $here = $sitting->place;
        if ($here === null || ! $this->has($here)) {
            $left = $this->leftAt($sitting);

            return $left === null || $this->isDone($left, $sitting) ? $this->stopAfter($left) : $left;
        }
        if ($here->cue !== null) {
            // The video plays on.
            return new Place($this->task, $here->stop);
        }
        foreach ($this->cues($here) as $cue) {
            if (! $sitting->isRevealedAt($cue)) {
                return $cue;
            }
        }

        return $this->stopAfter($here);
    }

    /** Where the class was in this course when it turned to something else. */
    private function leftAt(SittingState $sitting): ?Place
    {
        foreach (array_reverse($sitting->passed) as $key) {
            [$task, $stop, $cue] = array_pad(explode('/', $key), 3, null);
            $place = new Place((string) $task, (string) $stop, $cue);
            if ($this->has($place)) {
                return $place;
            }
        }

        return null;
    }

    private function isDone(Place $place, SittingState $sitting): bool
    {
        return $this->asked($place) === null || $sitting->isRevealedAt($place);
    }

    private function stopAfter(?Place $place): ?Place
    {
        $position = $place === null ? -1 : $this->quiz->position($place->stop) ?? -1;
        $next = $this->quiz->stops[$position + 1] ?? null;

        return $next === null ? null : new Place($this->task, $next->id);
    }

    /** @return list<Place> the questions of the video at a place, in order */
    public function cues(Place $place): array
    {
        $stop = $this->quiz->stop($place->stop);
        $asking = array_filter($stop instanceof VideoStop ? $stop->cues : [], static fn (Cue $cue): bool => $cue->question !== null);

        return array_values(array_map(fn (Cue $cue): Place => new Place($this->task, $place->stop, $cue->id), $asking));
    }

    private function cue(Place $place): ?Cue
    {
        $stop = $this->quiz->stop($place->stop);

        return $stop instanceof VideoStop && $place->cue !== null ? $stop->cue($place->cue) : null;
    }
}
