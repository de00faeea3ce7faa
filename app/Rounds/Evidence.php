<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\Round;
use HiddenLadder\Core\Evidence\Course;
use HiddenLadder\Core\Evidence\StudentCourse;
use HiddenLadder\Core\Evidence\TaskEvidence;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Record;
use HiddenLadder\Core\Round\State;

/** Looking back at a task: its rounds, student by student, as figures. */
final class Evidence
{
    /** Students whose rounds are held in memory at once. */
    private const AT_A_TIME = 100;

    public function __construct(private readonly Editions $editions, private readonly RoundBook $book)
    {
    }

    /**
     * @param  int  $leastGroup  students in a suggested group
     * @return array<string, mixed> under the latest edition; of older ones, what is still asked counts
     */
    public function of(Assignment $assignment, int $leastGroup = 2): array
    {
        $edition = $assignment->quiz->latestEdition;
        assert($edition !== null);
        $evidence = new TaskEvidence($this->editions->read($edition));
        $rows = $names = [];
        $others = 0;
        foreach ($assignment->class->students()->get() as $student) {
            $names[$student->id] = $student->name;
        }
        foreach ($assignment->rounds()->distinct()->orderBy('student_id')->pluck('student_id')->chunk(self::AT_A_TIME) as $students) {
            $rounds = $assignment->rounds()->whereIn('student_id', $students)->orderBy('number')->get(['id', 'student_id', 'number', 'edition_id', 'score', 'course']);
            $others += $rounds->where('edition_id', '!=', $edition->id)->count();
            foreach ($rounds->groupBy('student_id') as $own) {
                $rows[] = $this->student($evidence, array_values($own->all()));
            }
        }
        $standings = $this->standings($assignment);
        $rows = array_values(array_filter($rows, static fn (array $row): bool => isset($names[$row['student']])));

        return [
            'names' => (object) $names,
            'otherEditions' => $others,
            'rows' => array_map(static fn (array $row): array => $row + ['standings' => (object) ($standings[$row['student']] ?? [])], $rows),
        ] + $evidence->toArray($leastGroup);
    }

    /**
     * @param  list<Round>  $rounds  of one student, in order
     * @return array{student: string, rounds: int, first: ?float, best: ?float}
     */
    private function student(TaskEvidence $evidence, array $rounds): array
    {
        $course = new StudentCourse($rounds[0]->student_id ?? '', array_map(fn (Round $round): array => ['course' => $this->course($round), 'score' => $round->score], $rounds));
        $evidence->add($course);
        $scores = $course->scores();

        return ['student' => $course->student, 'rounds' => count($rounds), 'first' => $scores['first'] ?? null, 'best' => $scores['best'] ?? null];
    }

    private function course(Round $round): Course
    {
        if ($round->course === null) {
            $whole = Round::query()->with(['edition.corrections', 'assignment'])->findOrFail($round->id);
            $this->book->rebuild($whole);
            $round->course = $whole->refresh()->course;
        }

        return Course::read(Fields::of($round->course ?? []));
    }

    /** @return array<string, array<string, string>> by student and question, of the latest rounds */
    private function standings(Assignment $assignment): array
    {
        $standings = [];
        $latest = $assignment->rounds()->select(['id', 'student_id', 'state'])
            ->whereRaw('number = (select max(other.number) from rounds as other where other.assignment_id = rounds.assignment_id and other.student_id = rounds.student_id)');
        foreach ($latest->lazyById(500) as $round) {
            $standings[$round->student_id] = array_map(static fn (Record $record): string => $record->standing->value, State::fromArray($round->state)->records);
        }

        return $standings;
    }
}
