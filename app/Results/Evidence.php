<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Evidence\Needs;
use HiddenLadder\Core\Evidence\QuestionEvidence;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\Share;
use HiddenLadder\Core\Evidence\StudentEvidence;
use HiddenLadder\Core\Evidence\TaskEvidence;
use HiddenLadder\Core\Evidence\WatchRecord;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Result\Mastery;
use HiddenLadder\Core\Terms\Terms;

/** Looking back at a task: its rounds, student by student, as figures. */
final class Evidence
{
    /** Rounds that are held in memory at once, and those of one more student. */
    private const AT_A_TIME = 1000;

    public function __construct(private readonly Editions $editions, private readonly RoundBook $book)
    {
    }

    /**
     * @param  int  $leastGroup  students in a suggested group
     * @return array<string, mixed> under the latest edition; of older ones, what is still asked counts
     */
    public function of(Task $task, int $leastGroup = 2): array
    {
        $edition = $task->quiz->latestEdition;
        assert($edition !== null);
        $quiz = $this->editions->read($edition);
        $evidence = new TaskEvidence($quiz);
        $this->book->settle($task);
        $names = $task->students()->mapWithKeys(static fn (Student $student): array => [$student->id => $student->name])->all();
        $overAll = Terms::read(Fields::of($task->terms))->rounds->askSome();
        $rows = [];
        $others = 0;
        foreach ($this->students($task) as $rounds) {
            // Who was taken out is no longer of those the task is for.
            if (! isset($names[$rounds[0]->student_id])) {
                continue;
            }
            $others += count(array_filter($rounds, static fn (Round $round): bool => $round->edition_id !== $edition->id));
            $student = $this->student($rounds, $quiz);
            $evidence->add($student);
            $rows[] = [
                'student' => $student->student, 'rounds' => count($rounds), 'first' => $student->scores()['first'] ?? null,
                'best' => $student->scores()['best'] ?? null,
                'standings' => (object) $student->standings($overAll),
            ];
        }

        $told = $evidence->toArray($leastGroup);
        $byHand = $this->groupsByHand($task, $quiz, array_keys($names));

        return [
            'names' => (object) $names, 'otherEditions' => $others, 'rows' => $rows,
            'groups' => $byHand ?? $told['groups'], 'groupsByHand' => $byHand !== null,
        ] + $told;
    }

    /**
     * Groups as the teacher made them of those that were proposed: of students for whom the task still is, by what they still may need.
     *
     * @param  list<string>  $students
     * @return ?list<array{need: string, students: list<string>}>
     */
    private function groupsByHand(Task $task, QuizDocument $quiz, array $students): ?array
    {
        $needs = new Needs($quiz);
        $groups = array_map(static fn (array $group): array => [
            'need' => $group['need'], 'students' => array_values(array_intersect($group['students'], $students)),
        ], array_filter($task->groups ?? [], static fn (array $group): bool => $needs->named($group['need']) !== null));

        $some = array_filter($groups, static fn (array $group): bool => $group['students'] !== []);

        return $task->groups === null ? null : array_values($some);
    }

    /**
     * How one video of a task was watched: a stop's, or a rung's.
     *
     * @return ?array<string, mixed> null where the task's quiz has no such video
     */
    public function watching(Task $task, string $video): ?array
    {
        $edition = $task->quiz->latestEdition;
        assert($edition !== null);
        $quiz = $this->editions->read($edition);
        $stop = $quiz->stop($video);
        $clip = $stop instanceof VideoStop ? $stop->clip : $quiz->rung($video)?->clip;
        if ($clip === null) {
            return null;
        }
        $students = $task->students()->keyBy('id');
        $watched = [];
        foreach ($this->students($task) as $rounds) {
            if ($students->has($rounds[0]->student_id)) {
                $watched[] = new StudentEvidence($rounds[0]->student_id, array_map(
                    static fn (Round $round): array => ['evidence' => RoundEvidence::fromArray($round->evidence), 'score' => $round->score],
                    $rounds,
                ));
            }
        }
        $length = $clip->media === null ? null : Medium::query()->find($clip->media)?->seconds;
        $length ??= $clip->to ?? WatchRecord::lastSeen($video, $watched);
        $record = new WatchRecord($video, $clip->from, min($clip->to ?? INF, $length));
        array_map($record->add(...), $watched);

        $told = $record->toArray();

        return [
            'names' => (object) $students->map(static fn (Student $student): string => $student->name)->all(),
            'media' => $clip->media, 'seen' => (object) $told['seen'], 'again' => (object) $told['again'],
        ] + $told;
    }

    /** @return list<QuestionEvidence> of the questions of an edition, from all tasks with its quiz */
    public function ofQuestions(Quiz $quiz, Edition $edition): array
    {
        $read = $this->editions->read($edition);
        $evidence = new TaskEvidence($read);
        foreach ($quiz->tasks()->get() as $task) {
            foreach ($this->students($task) as $rounds) {
                $evidence->add($this->student($rounds, $read));
            }
        }

        return $evidence->questions();
    }

    /**
     * Of each student for whom the task is, of each rung and each question.
     *
     * @return array{
     *     students: array<string, StudentEvidence>, rungs: array<string, Share>, questions: list<QuestionEvidence>,
     *     unforeseen: list<array{question: string, text: string, n: int}>,
     * } by student
     */
    public function ofStudents(Task $task, QuizDocument $quiz): array
    {
        $evidence = new TaskEvidence($quiz);
        $reached = $task->students()->keyBy('id');
        $students = [];
        foreach ($this->students($task) as $rounds) {
            if ($reached->has($rounds[0]->student_id)) {
                $students[$rounds[0]->student_id] = $this->student($rounds, $quiz);
                $evidence->add($students[$rounds[0]->student_id]);
            }
        }

        return [
            'students' => $students, 'rungs' => $evidence->rungs(), 'questions' => $evidence->questions(),
            'unforeseen' => $evidence->unforeseen(),
        ];
    }

    /** @return \Generator<non-empty-list<Round>> of one student after the other, in order */
    private function students(Task $task): iterable
    {
        foreach ($this->portions($task) as [$first, $last]) {
            $rounds = $task->countedRounds()->where('student_id', '>=', $first)->where('student_id', '<=', $last);
            $rounds->orderBy('student_id')->orderBy('number');
            if ($task->given_together === null) {
                // In the order of this index nothing has to be sorted; where its statistics are old, the database would take another.
                $rounds->getQuery()->forceIndex('rounds_in_order');
            }
            $found = $rounds->get(['id', 'student_id', 'number', 'edition_id', 'score', 'evidence']);
            foreach ($found->groupBy('student_id') as $own) {
                $list = array_values($own->all());
                if ($list !== []) {
                    yield $list;
                }
            }
        }
    }

    /** @return list<array{string, string}> the first and the last student of each portion of the task's rounds */
    private function portions(Task $task): array
    {
        $portions = [];
        $first = $last = null;
        $held = 0;
        $counts = $task->countedRounds()->toBase()->selectRaw('student_id, count(*) as rounds')->groupBy('student_id')
            ->orderBy('student_id');
        foreach ($counts->pluck('rounds', 'student_id') as $student => $rounds) {
            $last = (string) $student;
            $first ??= $last;
            $held += is_numeric($rounds) ? (int) $rounds : 0;
            if ($held >= self::AT_A_TIME) {
                $portions[] = [$first, $last];
                $first = null;
                $held = 0;
            }
        }
        if ($first !== null) {
            $portions[] = [$first, $last];
        }

        return $portions;
    }

    /** @param  non-empty-list<Round>  $rounds */
    private function student(array $rounds, QuizDocument $quiz): StudentEvidence
    {
        $allEvidence = array_map(static fn (Round $round): RoundEvidence => RoundEvidence::fromArray($round->evidence), $rounds);
        $mastery = new Mastery($quiz);
        $mastered = array_filter(
            $quiz->objectives,
            static fn (Objective $objective): bool => $mastery->ofObjective($objective->id, $allEvidence)->mastered,
        );

        return new StudentEvidence(
            $rounds[0]->student_id,
            array_map(
                static fn (Round $round, RoundEvidence $roundEvidence): array => ['evidence' => $roundEvidence, 'score' => $round->score],
                $rounds,
                $allEvidence,
            ),
            array_values(array_map(static fn (Objective $objective): string => $objective->id, $mastered)),
        );
    }
}
