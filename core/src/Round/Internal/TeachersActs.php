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
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Result\AsMarked;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\Series;
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
        $stop = $home === null ? null : $this->quiz->stopOf($home->id);
        $record = $home === null ? new Record : $this->state->record($home->id);
        $isAnswered = $record->response !== null || $record->tries > 0;
        // What was never answered may be given points once the round is over.
        if ($home === null || (! $isAnswered && ($event->sendBack || $stop === null || ! $this->state->isFinished()))) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.no-answer'));
        }
        if ($stop instanceof DrillStop || $stop instanceof StaircaseStop) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.series-marked-whole'));
        }
        $cameTo = $event->sendBack && $this->state->isFinished() ? CameTo::of($this->quiz, $this->terms, $this->state) : null;
        $record = $this->records->of($home);
        $record->asMarked ??= AsMarked::of($record, $this->state->finish, $cameTo === null ? null : $this->state->finishedAt);
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
        $isSeries = $found instanceof DrillStop || $found instanceof StaircaseStop;
        if (! $isSeries || ! (isset($this->state->series[$stop]) || $this->state->isFinished())) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.no-answer'));
        }
        if ($event->sendBack) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.series-not-sent-back'));
        }
        if (! isset($this->state->series[$stop])) {
            $this->records->begin($stop, new Series);
        }
        $series = $this->records->series($stop);
        $series->overruled = $event->share;
        $series->comment = $event->comment;
        $this->decisions->tell(FactKind::Overruled, ['stop' => $stop, 'share' => $event->share]);
    }

    /** It counts again as it was marked. What was sent back and has been written anew since is another answer. */
    public function restore(Restored $event): void
    {
        if ($event->stop !== null) {
            $series = isset($this->state->series[$event->stop]) ? $this->records->series($event->stop) : new Series;
            if ($series->overruled === null) {
                throw new Refused(Rule::NothingToRead, new Message('refusal.nothing-to-take-back'));
            }
            $series->overruled = null;
            $series->comment = '';
            $this->decisions->tell(FactKind::Restored, ['stop' => $event->stop]);

            return;
        }
        $home = $this->quiz->question((string) $event->question);
        $before = $home === null ? null : $this->state->record($home->id)->asMarked;
        if ($home === null || $before === null) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.nothing-to-take-back'));
        }
        $record = $this->records->of($home);
        $before->restore($record);
        $this->decisions->tell(FactKind::Restored, ['question' => $home->id] + array_filter([
            'result' => $record->mark?->result->value, 'share' => $record->mark?->share,
        ], static fn (mixed $one): bool => $one !== null));
        $this->records->stand($home, $record, $before->standing, true);
        if ($before->finishedAt !== null && ! $this->state->isFinished() && $this->state->before !== null) {
            // It had ended, and was opened for this one answer.
            $this->state->path = $this->state->pending = [];
            $this->state->verdictShown = $this->state->returning = false;
            $this->state->finish = $before->finish;
            $this->state->finishedAt = $before->finishedAt;
            $this->state->before = null;
        }
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
