<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * What the parts of a walk share: the state that they carry events out on, and those who read and move it.
 *
 * @internal to the walk
 */
abstract class WalkPart
{
    public function __construct(
        protected readonly QuizDocument $quiz,
        protected readonly Terms $terms,
        protected readonly Position $position,
        protected readonly Conditions $conditions,
        protected readonly Marker $marker,
        public readonly State $state,
        protected readonly Decisions $decisions,
        protected readonly Records $records,
        protected readonly Navigation $navigation,
        protected readonly SeriesWalk $seriesWalk,
    ) {
    }

    /**
     * For another part of this walk.
     *
     * @return array{QuizDocument, Terms, Position, Conditions, Marker, State, Decisions, Records, Navigation, SeriesWalk}
     */
    public function parts(): array
    {
        return [
            $this->quiz, $this->terms, $this->position, $this->conditions, $this->marker, $this->state, $this->decisions, $this->records,
            $this->navigation, $this->seriesWalk,
        ];
    }

    /**
     * The question that is asked now and is the one meant.
     *
     * @return array{Question, Question} its home and itself
     */
    protected function asked(string $id): array
    {
        $home = $this->position->home($this->state);
        $question = $home === null ? null : $this->position->asked($home, $this->state);
        if ($home === null || $question === null || $question->id !== $id || $this->position->rung($this->state) !== null) {
            throw new Refused(Rule::NotHere, new Message('refusal.elsewhere'));
        }

        return [$home, $question];
    }
}
