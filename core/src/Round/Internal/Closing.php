<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Interrupted;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Terms;

/**
 * Ends: answers that are handed in, closed with the task, or marked as they stand, and going on from there.
 *
 * @internal to the walk
 */
final class Closing extends WalkPart
{
    public function __construct(WalkPart $walk, private readonly Answering $answering)
    {
        parent::__construct(...$walk->parts());
    }

    /** Everything answered is marked; what was missed comes back with its ladders, where the terms say so. */
    public function handIn(): void
    {
        $this->state->handedIn = true;
        foreach ($this->position->sequence($this->state) as $stop) {
            foreach ($stop instanceof DrillStop || $stop instanceof StaircaseStop ? [] : $stop->questions() as $question) {
                if ($stop->shownIf === null || isset($this->state->visited[$stop->id])) {
                    $this->markHandedIn($question);
                }
            }
        }
        $this->state->path = [];
        $this->state->verdictShown = false;
        $this->navigation->comeBack();
    }

    private function markHandedIn(Question $home): void
    {
        $record = $this->records->of($home);
        $record->leftForGood = ! $this->terms->missedComeBack;
        if ($record->response === null) {
            $this->records->stand($home, $record, Standing::SetAside);
            $record->mayLeave = true;

            return;
        }
        $right = $this->markAsItStands($home, $record);
        if ($right === null && $this->waitsToBeJudged($home, $record)) {
            // Judging it is its first try.
            $record->tries = 0;
            $this->records->stand($home, $record, Standing::SetAside);
        } elseif ($right === null) {
            $this->records->stand($home, $record, $this->unjudged($home, $record));
        } else {
            $this->records->stand($home, $record, $right ? Standing::Clear : Standing::SetAside);
        }
    }

    /** A written answer with a model comes back to be judged by its writer; where nothing comes back, a person has to read it. */
    private function waitsToBeJudged(Question $home, Record $record): bool
    {
        return $this->terms->missedComeBack
            && $this->isWrittenWithModel($this->position->asked($home, $this->state))
            && $record->judged === null;
    }

    public function unjudged(Question $home, Record $record): Standing
    {
        $question = $this->position->asked($home, $this->state);

        return $this->isWrittenWithModel($question) && $record->judged === null ? Standing::ToBeRead : Answering::unmarked($question);
    }

    private function isWrittenWithModel(Question $question): bool
    {
        return $question->kind === QuestionKind::Written && ! $question->model->isEmpty();
    }

    /**
     * The answer that stands gets its mark, as the first try.
     *
     * @return ?bool whether it is right; null where a machine cannot tell
     */
    public function markAsItStands(Question $home, Record $record): ?bool
    {
        assert($record->response !== null);
        $question = $this->position->asked($home, $this->state);
        $mark = $this->marker->mark($question, $record->response);
        if ($mark->result === Result::Unclear) {
            $mark = new Mark(Result::NotRight, 0.0, null, null, $mark->near, $mark->readings);
        }
        $record->mark = $mark;
        $record->tries = 1;
        $this->answering->tellMark($home, $question, $record, $mark);
        foreach (Answering::matched($record, $mark) as $entry) {
            $record->matched[$entry] = 1;
        }
        if ($mark->result === Result::Noted) {
            return null;
        }
        $right = $mark->result === Result::Right || ($this->terms->enough !== null && $mark->share >= $this->terms->enough);
        $this->state->evidence[] = [$home->id, $right];
        $record->share = $mark->share * $this->terms->shareAt(1);
        $record->slips = $right ? 0 : 1;

        return $right;
    }

    public function finishFreely(): void
    {
        $this->state->path = [];
        $this->state->verdictShown = false;
        $this->navigation->comeBack();
    }

    /** The time for the round is over: what stands is marked, and it ends. */
    public function endEarly(): void
    {
        foreach ($this->unmarkedAnswers() as $question) {
            $this->markHandedIn($question);
        }
        $this->navigation->end(null);
    }

    /** The task was closed. What stands is marked, as if the round had been handed in, until the task is opened again. */
    public function close(): void
    {
        $answers = $this->unmarkedAnswers();
        $this->state->interrupted = Interrupted::of($this->state, array_keys($answers));
        foreach ($answers as $question) {
            $this->markHandedIn($question);
        }
        $this->navigation->end(null);
    }

    /** @return array<string, Question> what has an answer and waits for the round to be handed in */
    private function unmarkedAnswers(): array
    {
        return $this->state->answersWait($this->terms)
            ? array_filter(
                $this->quiz->questions(),
                fn (Question $question): bool => ($this->state->records[$question->id] ?? null)?->response !== null
                    && $this->state->record($question->id)->mark === null,
            )
            : [];
    }

    public function reopen(): void
    {
        $interrupted = $this->state->interrupted;
        if ($interrupted === null) {
            throw new Refused(Rule::RoundFinished, new Message('refusal.not-closed'));
        }
        // The clock stood still meanwhile.
        $stood = $this->navigation->at - ($this->state->finishedAt ?? $this->navigation->at);
        $interrupted->restore($this->state);
        $this->state->startedAt = $this->state->startedAt === null ? null : $this->state->startedAt + $stood;
        // Given back once, also where the round was led meanwhile.
        $this->state->ledSince = $this->state->ledSince === null ? null : $this->state->ledSince + $stood;
        $home = $this->position->home($this->state);
        if ($home !== null && $this->state->record($home->id)->since !== null) {
            $this->records->of($home)->since = null;
        }
    }
}
