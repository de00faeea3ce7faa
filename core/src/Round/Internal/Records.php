<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\Series;
use HiddenLadder\Core\Round\State;

/**
 * A state's records and series as one walk changes them: each is copied the first time, since other states may hold the
 * same ones.
 *
 * @internal to the walk
 */
final class Records
{
    /** @var array<string, true> records and series that are this walk's own already */
    private array $owned = [];

    public function __construct(private readonly State $state, private readonly Decisions $decisions)
    {
    }

    /** The question's record, to be changed. */
    public function of(Question $home): Record
    {
        if (! isset($this->owned[$home->id])) {
            $this->owned[$home->id] = true;
            $this->state->records[$home->id] = isset($this->state->records[$home->id])
                ? clone $this->state->records[$home->id]
                : new Record;
        }

        return $this->state->records[$home->id];
    }

    /** The series of a drill or a staircase that has begun, to be changed. */
    public function series(string $stop): Series
    {
        if (! isset($this->owned[$stop])) {
            $this->owned[$stop] = true;
            $this->state->series[$stop] = clone $this->state->series[$stop];
        }

        return $this->state->series[$stop];
    }

    /** A series begins, in place of one that had ended. */
    public function begin(string $stop, Series $series): void
    {
        $this->state->series[$stop] = $series;
        $this->owned[$stop] = true;
    }

    /** What is right stays right; only a person can say otherwise. */
    public function stand(Question $home, Record $record, Standing $standing, bool $byPerson = false): void
    {
        if ($record->standing !== $standing && ($byPerson || ! $record->standing->isRight())) {
            $record->standing = $standing;
            $this->decisions->tell(FactKind::Stood, ['question' => $home->id, 'standing' => $standing->value]);
        }
    }
}
