<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\Core\Evidence\Course;
use HiddenLadder\Core\Evidence\QuestionEvidence;
use HiddenLadder\Core\Evidence\StudentCourse;
use HiddenLadder\Core\Evidence\TaskEvidence;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Mastery;
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
        $quiz = $this->editions->read($edition);
        $evidence = new TaskEvidence($quiz);
        $rows = $names = $standings = [];
        $others = 0;
        foreach ($assignment->class->students()->get() as $student) {
            $names[$student->id] = $student->name;
        }
        foreach ($this->students($assignment) as $rounds) {
            $others += count(array_filter($rounds, static fn (Round $round): bool => $round->edition_id !== $edition->id));
            $states = array_map(static fn (Round $round): State => State::fromArray($round->state), $rounds);
            $student = $this->student($rounds, $this->mastered($quiz, $states));
            $evidence->add($student);
            if (isset($names[$student->student])) {
                $rows[] = [
                    'student' => $student->student, 'rounds' => count($rounds), 'first' => $student->scores()['first'] ?? null, 'best' => $student->scores()['best'] ?? null,
                    'standings' => (object) array_map(static fn (Record $record): string => $record->standing->value, $states[count($states) - 1]->records),
                ];
            }
        }

        return ['names' => (object) $names, 'otherEditions' => $others, 'rows' => $rows] + $evidence->toArray($leastGroup);
    }

    /** @return list<QuestionEvidence> of the questions of an edition, from all tasks with its quiz */
    public function ofQuestions(Quiz $quiz, Edition $edition): array
    {
        $evidence = new TaskEvidence($this->editions->read($edition));
        foreach ($quiz->assignments()->get() as $assignment) {
            foreach ($this->students($assignment) as $rounds) {
                $evidence->add($this->student($rounds, []));
            }
        }

        return $evidence->questions();
    }

    /** @return iterable<non-empty-list<Round>> of one student after the other, in order */
    private function students(Assignment $assignment): iterable
    {
        foreach ($assignment->rounds()->distinct()->orderBy('student_id')->pluck('student_id')->chunk(self::AT_A_TIME) as $students) {
            $rounds = $assignment->rounds()->whereIn('student_id', $students)->orderBy('number')->get(['id', 'student_id', 'number', 'edition_id', 'score', 'course', 'state']);
            foreach ($rounds->groupBy('student_id') as $own) {
                $list = array_values($own->all());
                if ($list !== []) {
                    yield $list;
                }
            }
        }
    }

    /**
     * @param  non-empty-list<Round>  $rounds
     * @param  list<string>  $mastered  objectives
     */
    private function student(array $rounds, array $mastered): StudentCourse
    {
        return new StudentCourse($rounds[0]->student_id, array_map(fn (Round $round): array => ['course' => $this->course($round), 'score' => $round->score], $rounds), $mastered);
    }

    /**
     * @param  list<State>  $states  of a student's rounds
     * @return list<string> objectives
     */
    private function mastered(QuizDocument $quiz, array $states): array
    {
        $mastery = new Mastery($quiz);

        return array_values(array_filter(
            array_map(static fn (Objective $objective): string => $objective->id, $quiz->objectives),
            static fn (string $objective): bool => $mastery->ofObjective($objective, $states)->mastered,
        ));
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
}
