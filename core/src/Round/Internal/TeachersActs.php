<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Round\Event\CameTo;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Mode;

/**
 * What a teacher does in a student’s round by hand.
 *
 * @internal to the walk
 */
final class TeachersActs extends WalkPart
{
    public function overrule(Overruled $event): void
    {
        if ($event->stop !== null) {
            $this->overruleSeries($event->stop, $event);

            return;
        }
        $home = $this->quiz->question((string) $event->question);
        $record = $home === null ? null : $this->state->records[$home->id] ?? null;
        if ($home === null || $record === null || ($record->response === null && $record->tries === 0)) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.no-answer'));
        }
        $stop = $this->quiz->stopOf($home->id);
        if ($stop instanceof DrillStop || $stop instanceof StaircaseStop) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.series-marked-whole'));
        }
        $cameTo = $event->sendBack && $this->state->isFinished() ? CameTo::of($this->quiz, $this->terms, $this->state) : null;
        $record = $this->records->of($home);
        $record->overruled = $event->share;
        $record->comment = $event->comment;
        $record->share = $event->share;
        $this->decisions->tell(FactKind::Overruled, ['question' => $home->id, 'share' => $event->share]);
        if ($event->sendBack) {
            $this->sendBack($home, $record, $cameTo);

            return;
        }
        $right = $event->share >= ($this->terms->enough ?? 1.0) || ($event->share > 0 && ! $home->isMarked());
        $unaided = Answering::rightly($record);
        $record->leftForGood = $record->leftForGood || ! $right;
        $this->records->stand($home, $record, $right ? $unaided : Standing::SetAside, true);
    }

    /** The questions of a drill or a staircase give no points of their own: a person gives its stop a share. */
    private function overruleSeries(string $stop, Overruled $event): void
    {
        $found = $this->quiz->stop($stop);
        if (! ($found instanceof DrillStop || $found instanceof StaircaseStop) || ! isset($this->state->series[$stop])) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.no-answer'));
        }
        if ($event->sendBack) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.series-not-sent-back'));
        }
        $series = $this->records->series($stop);
        $series->overruled = $event->share;
        $series->comment = $event->comment;
        $this->decisions->tell(FactKind::Overruled, ['stop' => $stop, 'share' => $event->share]);
    }

    /** Sent back, it waits like one set aside; in a finished round it is the one thing that is open again. */
    private function sendBack(Question $home, Record $record, ?CameTo $cameTo): void
    {
        $record->leftForGood = false;
        $record->response = null;
        $record->mark = null;
        $record->judged = null;
        $this->records->stand($home, $record, Standing::SetAside, true);
        if ($cameTo !== null && $this->state->interrupted === null && $this->quiz->stopOf($home->id) !== null) {
            $this->state->before = $cameTo;
            $this->state->finish = $this->state->finishedAt = null;
            $this->state->returning = true;
            $this->state->handedIn = $this->terms->mode === Mode::HandedIn;
            $this->state->pending = [$home->id];
            $this->navigation->nextPending();
        }
    }
}
