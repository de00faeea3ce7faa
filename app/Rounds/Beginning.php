<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Database\UniqueConstraintViolationException;

/** Where a student's round begins, or goes on. */
final class Beginning
{
    public function __construct(private readonly RoundBook $book)
    {
    }

    /** The student's round that is under way; a new one where there is none, or where the last is finished and $again is asked. */
    public function begin(Student $student, Task $task, bool $again): Round
    {
        $own = OwnRounds::of($student->id, $task);
        $current = $own->current();
        if ($current !== null && ($current->finished_at === null || ! $again)) {
            return $current;
        }
        self::mayBegin($student, $own);
        $edition = $task->loadMissing('quiz.latestEdition')->quiz->latestEdition
            ?? throw new Rejected(Reason::Closed, new Message('problem.round.not-published'));
        try {
            return $this->book->create($student, $task, $edition, $own->rounds->count() + 1, (int) now()->valueOf());
        } catch (UniqueConstraintViolationException) {
            return OwnRounds::of($student->id, $task)->current()
                ?? throw new Rejected(Reason::Closed, new Message('problem.round.not-begun'));
        }
    }

    /** @throws Rejected while it is not open, another quiz has to be mastered first, after the last round, and in the pause between two */
    private static function mayBegin(Student $student, OwnRounds $own): void
    {
        $state = $own->task->state();
        if ($state === TaskState::Planned) {
            throw new Rejected(Reason::NotOpenYet, new Message('problem.round.not-open-yet'));
        }
        if (! $state->isRunning()) {
            throw new Rejected(Reason::Closed, new Message('problem.round.closed'));
        }
        $gates = OwnRounds::waitsFor($student, $own->task);
        if ($gates !== []) {
            throw new Rejected(Reason::NotOpenYet, new Message('problem.round.gated', [
                'titles' => array_map(static fn (string $title): Message => new Message('problem.titled', ['title' => $title]), $gates),
            ]));
        }
        $from = $own->soFar()->nextFrom();
        if ($from === null) {
            throw new Rejected(Reason::NoRoundLeft, new Message('problem.round.none-left'));
        }
        if ($from > (int) now()->valueOf()) {
            throw new Rejected(
                Reason::Pause,
                new Message('problem.round.pause'),
                ['from' => CarbonImmutable::createFromTimestampMs($from)->toIso8601ZuluString()],
            );
        }
    }
}
