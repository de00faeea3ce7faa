<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Answered;
use HiddenLadder\Core\Round\AskedForHelp;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\Finished;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\HandedIn;
use HiddenLadder\Core\Round\JudgedOwn;
use HiddenLadder\Core\Round\Position;
use HiddenLadder\Core\Round\SetAside;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\Terms;
use HiddenLadder\Core\Round\Watched;
use HiddenLadder\Core\Round\WentOn;
use HiddenLadder\Core\Round\WentTo;
use Random\Randomizer;

/** Does what a student of some skill would do next, by lot, and takes every way out that is offered. */
final readonly class MadeUpStudent
{
    /** After so many slips help is asked for, where a slip itself shows none. */
    private const PATIENCE = 3;

    private Position $position;

    private MadeUpAnswers $answers;

    /**
     * @param  float  $skill  chance of a right answer at the first try, 0 to 1
     * @param  float  $helps  by how much each rung seen raises it, and half of it each slip
     * @param  float  $asks  chance of asking for help before the first try
     * @param  float  $leaves  chance of setting a question aside when that is offered
     */
    public function __construct(
        private QuizDocument $quiz,
        private Terms $terms,
        private float $skill,
        private Randomizer $lot,
        private float $helps = 0.0,
        private float $asks = 0.0,
        private float $leaves = 1.0,
    ) {
        $this->position = new Position($quiz, $terms);
        $this->answers = new MadeUpAnswers($lot);
    }

    /** The round is begun, not finished, and not led from the front. */
    public function next(State $state): Event
    {
        $top = $state->top();
        if ($top === null) {
            return $this->fromOverview($state);
        }
        $home = $this->position->home($state);
        if ($this->position->rung($state) !== null || ($home !== null && $this->position->isTold($home, $state))) {
            return new WentOn($top->id);
        }
        if ($home !== null) {
            return $this->atQuestion($home, $state);
        }
        $stop = $this->quiz->stop($top->id);
        $cue = $stop instanceof VideoStop && $top->kind === FrameKind::Stop ? $this->position->openCue($stop, $state) : null;
        if ($stop instanceof VideoStop && $cue !== null) {
            return new Watched($stop->id, min($state->watchedTo[$stop->id] ?? $stop->clip->from, $cue->at), $cue->at, 1.0);
        }

        return new WentOn($top->id);
    }

    private function fromOverview(State $state): Event
    {
        foreach ($this->position->sequence($state) as $stop) {
            foreach ($stop->shownIf === null && ! isset($state->visited[$stop->id]) ? $stop->questions() : [] as $question) {
                if ($this->position->isOpen($question, $state)) {
                    return new WentTo($stop->id);
                }
            }
        }

        return $this->terms->handedIn ? new HandedIn : new Finished;
    }

    private function atQuestion(Question $home, State $state): Event
    {
        $record = $state->record($home->id);
        $question = $this->position->asked($home, $state);
        if ($this->position->isJudging($question, $record, $state)) {
            return new JudgedOwn($question->id, $this->chance(max(0.05, $this->skill)));
        }
        $skill = $this->skill + $this->helps * (array_sum($record->depths) + $record->slips / 2);
        if ($record->mayLeave && $this->chance($this->leaves * (1 - min(1.0, $skill)))) {
            return new SetAside($question->id);
        }
        $mayAsk = $this->position->nextRung($state) !== null;
        if ($mayAsk && (($record->tries === 0 && ! $record->helped && $this->chance($this->asks)) || $record->slips > self::PATIENCE)) {
            return new AskedForHelp($question->id);
        }
        $right = $this->chance($this->skill > 0 && $this->skill < 1 ? min(0.97, $skill) : $this->skill);

        return new Answered($question->id, $right ? $this->answers->right($question) : $this->answers->slip($question));
    }

    private function chance(float $chance): bool
    {
        return $this->lot->getInt(0, 999_999) < $chance * 1_000_000;
    }
}
