<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Bookmark;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;

/**
 * A round that is led from the front: brought to where the class stands, shown what is revealed there, let go on alone.
 *
 * @internal to the walk
 */
final class Leading extends WalkPart
{
    public function __construct(WalkPart $walk, private readonly Answering $answering, private readonly Closing $closing)
    {
        parent::__construct(...$walk->parts());
    }

    public function moveTo(string $id, ?string $cue): void
    {
        $stop = $this->quiz->stop($id);
        if ($stop === null || ($cue !== null && ! ($stop instanceof VideoStop && $stop->cue($cue)?->question !== null))) {
            throw new Refused(Rule::NoSuchStop, new Message('refusal.no-such-stop'));
        }
        if ($this->state->ownPlace === null) {
            $this->state->ownPlace = Bookmark::of($this->state);
            $this->state->ledSince = $this->navigation->at;
        }
        $this->state->returning = false;
        $this->state->pending = [];
        $this->state->ledAt[$id] = true;
        $this->navigation->enter($id);
        if ($cue !== null) {
            $this->navigation->push(Frame::cue($cue));
        }
        $home = $this->position->home($this->state);
        if ($home !== null && isset($this->state->records[$home->id])) {
            $record = $this->records->of($home);
            $record->since = null;
            if (! $record->standing->isSettled() && $record->standIn !== null && $this->position->series($this->state) === null) {
                // All are asked the same.
                $record->standIn = $record->response = $record->mark = null;
            }
        }
    }

    /** What stands is marked. Whoever gave no answer has seen the right one now. */
    public function reveal(string $id): void
    {
        $this->state->path = array_slice($this->state->path, 0, $this->position->besideTheWay($this->state));
        $home = $this->position->home($this->state);
        if ($home === null || $home->id !== $id) {
            throw new Refused(Rule::NotHere, new Message('refusal.not-on-board'));
        }
        $record = $this->records->of($home);
        if ($record->response !== null && $record->mark === null) {
            $right = $this->closing->markAsItStands($home, $record);
            $this->records->stand(
                $home,
                $record,
                $right === null ? $this->closing->unjudged($home, $record) : ($right ? Answering::rightly($record) : Standing::Shown),
            );
        } elseif (! $record->standing->isSettled() || $record->standing === Standing::SetAside) {
            $this->records->stand($home, $record, Standing::Shown);
        }
        $record->revealed = true;
        $this->answering->verdict(null);
        $this->decisions->tell(FactKind::Revealed, ['question' => $id]);
    }

    /** The round goes on from where the class stood, or from where it stood by itself, where it was further on. */
    public function letGo(): void
    {
        $own = $this->state->ownPlace;
        if ($own === null) {
            throw new Refused(Rule::NotLed, new Message('refusal.not-led'));
        }
        $stood = $this->navigation->at - ($this->state->ledSince ?? $this->navigation->at);
        $this->state->startedAt = $this->state->startedAt === null ? null : $this->state->startedAt + $stood;
        if ($this->isFurtherOn($own)) {
            $own->restore($this->state);
        }
        $this->state->ownPlace = $this->state->ledSince = null;
        $home = $this->position->home($this->state);
        if ($home !== null && $this->state->record($home->id)->since !== null) {
            $this->records->of($home)->since = null;
        }
    }

    private function isFurtherOn(Bookmark $own): bool
    {
        if ($own->returning || $this->terms->hasOverview()) {
            return true;
        }
        $order = array_flip(array_map(static fn ($stop): string => $stop->id, $this->position->sequence($this->state)));

        return ($order[$own->path[0]->id ?? ''] ?? -1) > ($order[$this->state->path[0]->id ?? ''] ?? -1);
    }
}
