<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Returns\Memory;
use HiddenLadder\Core\Returns\PastRound;
use HiddenLadder\Core\Round\Result\Standing;
use Illuminate\Database\UniqueConstraintViolationException;

/** What a student mastered in a task comes back: when, what it asks, and what came of it. Days are by the school's time zone. */
final class Returning
{
    public function __construct(
        private readonly RoundBook $book,
        private readonly RoundViews $views,
        private readonly Editions $editions,
    ) {
    }

    /**
     * As its student is told of it.
     *
     * @return array{done: int, of: int, on: ?string, isDue: bool, underWay: ?string, last: ?array{asked: int, there: int}}|null null where
     *     nothing comes back, before mastery, and as long as the student may not see how it went
     */
    public function of(OwnRounds $own, School $school): ?array
    {
        $days = $own->terms->returns->days;
        $mastered = $days === [] ? null : self::mastered($own);
        $lastDone = $own->lastDone();
        if ($mastered === null || $lastDone === null || ! $this->views->tellsMastery($lastDone, $own)) {
            return null;
        }
        $done = $own->returns->whereNotNull('finished_at');
        $underWay = $own->returns->firstWhere('finished_at', null);
        $due = self::due($own, $school);
        $last = $done->last();

        return [
            'done' => $done->count(),
            'of' => max(count($days), $done->count()),
            'on' => self::date($due),
            'isDue' => $due !== null && $due <= self::day(CarbonImmutable::now(), $school),
            'underWay' => $underWay?->id,
            'last' => $last === null ? null : self::outcome($last),
        ];
    }

    /** The return that is under way; a new one where it is due. */
    public function begin(Student $student, Task $task): Round
    {
        $own = OwnRounds::of($student->id, $task);
        $underWay = $own->returns->firstWhere('finished_at', null);
        if ($underWay !== null) {
            return $underWay;
        }
        $school = $student->loadMissing('school')->school;
        if (($this->of($own, $school)['isDue'] ?? false) === false) {
            throw new Rejected(Reason::NotOpenYet, new Message('problem.round.no-return'));
        }
        $edition = $task->loadMissing('quiz.latestEdition')->quiz->latestEdition
            ?? throw new Rejected(Reason::Closed, new Message('problem.round.not-published'));
        $number = $own->returns->count() + 1;
        $asked = $this->memory($own, $this->editions->read($edition), $school)
            ->pick($own->terms->returns->questions, self::day(CarbonImmutable::now(), $school), "$task->id/$student->id/$number");
        if ($asked === []) {
            throw new Rejected(Reason::NotOpenYet, new Message('problem.round.nothing-left'));
        }
        try {
            return $this->book->create($student, $own->task, $edition, $number, (int) now()->valueOf(), $asked, RoundKind::Return);
        } catch (UniqueConstraintViolationException) {
            return OwnRounds::of($student->id, $task)->returns->last()
                ?? throw new Rejected(Reason::Closed, new Message('problem.round.not-begun'));
        }
    }

    public function memory(OwnRounds $own, QuizDocument $quiz, School $school): Memory
    {
        $finished = $own->rounds->concat($own->returns)->whereNotNull('finished_at')
            ->sortBy(static fn (Round $round): int => $round->finished_at?->getTimestampMs() ?? 0);

        return new Memory($quiz, array_values($finished->map(static fn (Round $round): PastRound => new PastRound(
            self::day($round->finished_at ?? $round->moved_at, $school),
            RoundEvidence::fromArray($round->evidence),
            $round->kind === RoundKind::Return,
        ))->all()), $own->terms->returns->first());
    }

    /** The day on which the next return is due, from 1970; null where there is none left, or nothing is mastered yet. */
    public static function due(OwnRounds $own, School $school): ?int
    {
        $mastered = self::mastered($own);
        $done = $own->returns->whereNotNull('finished_at')
            ->map(static fn (Round $round): int => self::day($round->finished_at ?? $round->moved_at, $school));

        return $mastered === null ? null : $own->terms->returns->next(self::day($mastered, $school), array_values($done->all()));
    }

    /** As a calendar has it: `2026-12-03`. */
    public static function date(?int $day): ?string
    {
        return $day === null ? null : CarbonImmutable::createFromTimestampUTC(86400 * $day)->toDateString();
    }

    private static function mastered(OwnRounds $own): ?CarbonImmutable
    {
        return $own->rounds->first(static fn (Round $round): bool => $round->mastered && $round->finished_at !== null)?->finished_at;
    }

    /** Days since 1970 in the school. */
    private static function day(CarbonImmutable $at, School $school): int
    {
        $there = $at->setTimezone($school->time_zone);

        return (int) floor(($there->getTimestamp() + $there->getOffset()) / 86400);
    }

    /** @return array{asked: int, there: int} */
    private static function outcome(Round $return): array
    {
        $standings = RoundEvidence::fromArray($return->evidence)->standings;
        $asked = array_intersect_key($standings, array_flip($return->asks ?? []));

        return ['asked' => count($return->asks ?? []), 'there' => count(array_keys($asked, Standing::Clear->value, true))];
    }
}
