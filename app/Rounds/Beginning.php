<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Sitting\Course;
use HiddenLadder\Core\Sitting\Place;
use Illuminate\Database\UniqueConstraintViolationException;

/** Where a student's round begins, or goes on. */
final class Beginning
{
    public function __construct(private readonly RoundBook $book, private readonly RoundRules $rules)
    {
    }

    /** The student's round that is under way; a new one where there is none, or where the last is finished and $again is asked. */
    public function begin(Student $student, Task $task, bool $again, ?string $password = null): Round
    {
        $own = OwnRounds::of($student->id, $task = self::begunTogether($student, $task));
        $current = $own->current();
        if ($current !== null && ($current->finished_at === null || ! $again)) {
            return $current;
        }
        self::mayBegin($student, $own);
        if ($current === null && $task->password !== null) {
            self::unlock($student, $task, $password);
        }
        $edition = $task->loadMissing('quiz.latestEdition')->quiz->latestEdition
            ?? throw new Rejected(Reason::Closed, new Message('problem.round.not-published'));
        try {
            return $this->book->create($student, $own->task, $edition, $own->rounds->count() + 1, (int) now()->valueOf());
        } catch (UniqueConstraintViolationException) {
            return OwnRounds::of($student->id, $task)->current()
                ?? throw new Rejected(Reason::Closed, new Message('problem.round.not-begun'));
        }
    }

    /**
     * The round in which a student walks along where the class stands: the one under way, where its quiz has that place; a new one
     * of the task where there may be one; else one beside, which counts nowhere.
     */
    public function inClass(Student $student, Task $task, Place $place): Round
    {
        $own = OwnRounds::of($student->id, $task = self::begunTogether($student, $task));
        $current = $own->current();
        $isUnderWay = $current !== null && $current->finished_at === null;
        if ($isUnderWay && $this->has($current, $place)) {
            return $current;
        }
        $edition = $task->loadMissing('quiz.latestEdition')->quiz->latestEdition
            ?? throw new Rejected(Reason::Closed, new Message('problem.round.not-published'));
        $now = (int) now()->valueOf();
        try {
            if (! $isUnderWay && self::whyNot($student, $own) === null) {
                return $this->book->create($student, $own->task, $edition, $own->rounds->count() + 1, $now);
            }
            $beside = $own->beside->last();

            return $beside !== null && $beside->finished_at === null && $this->has($beside, $place)
                ? $beside
                : $this->book->create($student, $own->task, $edition, $own->beside->count() + 1, $now, kind: RoundKind::Beside);
        } catch (UniqueConstraintViolationException) {
            return $this->inClass($student, $task, $place);
        }
    }

    private function has(Round $round, Place $place): bool
    {
        return (new Course($place->task, $this->rules->quiz($round)))->has($place);
    }

    /** Of tasks that were given to several of the student's classes at once, the one that was begun already; it is done once. */
    private static function begunTogether(Student $student, Task $task): Task
    {
        if ($task->given_together === null) {
            return $task;
        }
        $begun = Task::query()->givenTo($student)->where('given_together', $task->given_together)
            ->whereHas('rounds', static fn ($rounds) => $rounds->where('student_id', $student->id))->orderBy('id')->first();

        return $begun ?? $task;
    }

    /** @throws Rejected unless it is the task's password, spelling and spaces aside */
    private static function unlock(Student $student, Task $task, ?string $password): void
    {
        $door = Door::ofTask($task, $student);
        $door->knock();
        if (! hash_equals(PlainText::folded((string) $task->password), PlainText::folded((string) $password))) {
            $why = new Message($password === null ? 'problem.round.password' : 'problem.round.wrong-password');
            throw Rejected::invalid($why, [new Fault('/password', $why)]);
        }
        $door->forget();
    }

    /** @throws Rejected while it is not open, another quiz has to be mastered first, after the last round, and in the pause between two */
    private static function mayBegin(Student $student, OwnRounds $own): void
    {
        $why = self::whyNot($student, $own);
        if ($why !== null) {
            throw $why;
        }
    }

    private static function whyNot(Student $student, OwnRounds $own): ?Rejected
    {
        $state = $own->task->state();
        if ($state === TaskState::Planned) {
            return new Rejected(Reason::NotOpenYet, new Message('problem.round.not-open-yet'));
        }
        if (! $state->isRunning()) {
            return new Rejected(Reason::Closed, new Message('problem.round.closed'));
        }
        $gates = OwnRounds::waitsFor($student, $own->task);
        if ($gates !== []) {
            return new Rejected(Reason::NotOpenYet, new Message('problem.round.gated', [
                'titles' => array_map(static fn (array $gate): Message => $gate['score'] === null
                    ? new Message('problem.gate.mastered', ['title' => $gate['title']])
                    : new Message('problem.gate.score', ['title' => $gate['title'], 'score' => (int) round(100 * $gate['score'])]), $gates),
            ]));
        }
        $from = $own->soFar()->nextFrom();
        if ($from === null) {
            return new Rejected(Reason::NoRoundLeft, new Message('problem.round.none-left'));
        }
        if ($from > (int) now()->valueOf()) {
            return new Rejected(
                Reason::Pause,
                new Message('problem.round.pause'),
                ['from' => CarbonImmutable::createFromTimestampMs($from)->toIso8601ZuluString()],
            );
        }

        return null;
    }
}
