<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskAudience;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Evidence\Opening;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\Summary;
use HiddenLadder\Core\Quiz\QuizDocument;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\JoinClause;

/** What a class did since the last lesson, made the opening of the next one; and whether that helped. */
final class Openings
{
    /** Days for which what was done makes a lesson's opening. */
    private const DAYS = 3;

    public function __construct(
        private readonly Evidence $evidence,
        private readonly Editions $editions,
        private readonly RoundBook $book,
    ) {
    }

    /** @return list<array{task: string, title: string, class: string, students: int}> of classes that worked lately, none opened since */
    public static function waiting(Teacher $teacher): array
    {
        $since = CarbonImmutable::now()->subDays(self::DAYS);
        $tasks = $teacher->tasks()->ofClassesInUse()->notAtOnce()->whereNull('taken_back_at')->whereNotNull('class_id')
            ->whereNull('follows_id')->where('audience', TaskAudience::WholeClass->value)
            ->whereDoesntHave('followUps', static fn (Builder $opening) => $opening
                ->whereNull('follows_need')->where('created_at', '>', $since))
            ->with(['quiz:id,title', 'class:id,name'])->orderByDesc('created_at')->get();
        $counts = self::lately($tasks, $since);
        $waiting = [];
        foreach ($tasks as $task) {
            $students = $counts[$task->id] ?? 0;
            if ($students >= Summary::FEW && $task->class !== null) {
                $waiting[] = ['task' => $task->id, 'title' => $task->quiz->title, 'class' => $task->class->name, 'students' => $students];
            }
        }

        return $waiting;
    }

    /**
     * Of those who are in its class now, and wherever of the tasks given together they walked; after an opening was not wanted, what
     * was done since then.
     *
     * @param  Collection<int, Task>  $tasks
     * @return array<string, int> students who did something, by task
     */
    private static function lately(Collection $tasks, CarbonImmutable $since): array
    {
        $walked = Task::query()->whereKey($tasks->modelKeys())
            ->orWhereIn('given_together', $tasks->pluck('given_together')->filter()->unique()->all())->select(['id', 'given_together']);

        return Round::query()->ofKind(RoundKind::Task)->where('moved_at', '>', $since)
            ->joinSub($walked, 'walked', 'walked.id', '=', 'rounds.task_id')
            ->join('tasks', static fn (JoinClause $twin) => $twin->on('tasks.id', '=', 'walked.id')
                ->orOn('tasks.given_together', '=', 'walked.given_together'))->whereIn('tasks.id', $tasks->modelKeys())
            ->join('enrolments', static fn (JoinClause $member) => $member->on('enrolments.class_id', '=', 'tasks.class_id')
                ->on('enrolments.student_id', '=', 'rounds.student_id')->whereNull('removed_at'))
            ->where(static fn (Builder $new) => $new->whereNull('opening_left_at')->orWhereColumn('moved_at', '>', 'opening_left_at'))
            ->groupBy('tasks.id')->selectRaw('tasks.id, count(distinct rounds.student_id) as students')->toBase()
            ->pluck('students', 'id')->map(static fn (mixed $students): int => (int) $students)->all();
    }

    /** @return array<string, mixed> */
    public function of(Task $task): array
    {
        $edition = $task->quiz->latestEdition;
        assert($edition !== null);
        $quiz = $this->editions->read($edition);
        $this->book->settle($task);
        $evidence = $this->evidence->ofStudents($task, $quiz);
        $names = [];
        foreach ($task->students() as $student) {
            $names[$student->id] = $student->name;
        }

        return [
            'names' => (object) $names, 'held' => $this->held($task, $quiz, array_keys($names)),
        ] + (new Opening($quiz))->of($evidence['questions'], $evidence['unforeseen'], $evidence['students']);
    }

    /**
     * Openings that were made of the task, the latest first: how each question went before, and how on the board.
     *
     * @param  list<string>  $students
     * @return list<array<string, mixed>>
     */
    private function held(Task $task, QuizDocument $quiz, array $students): array
    {
        $held = [];
        foreach ($task->followUps()->whereNull('follows_need')->whereNull('taken_back_at')->with('quiz.latestEdition')
            ->orderByDesc('created_at')->orderByDesc('id')->get() as $opening) {
            $edition = $opening->quiz->latestEdition;
            assert($edition !== null);
            $before = self::firstTries($task, $students, static fn (Round $round): bool => $round->started_at < $opening->created_at);
            $then = self::firstTries($opening, $students, static fn (): bool => true);
            $questions = [];
            foreach (array_keys($this->editions->read($edition)->questions()) as $question) {
                // It is the same question there, by its id.
                if ($quiz->question($question) !== null) {
                    $questions[] = ['question' => $question] + self::change($before, $then, $question);
                }
            }
            $held[] = ['task' => $opening->id, 'at' => $opening->created_at->toIso8601ZuluString(), 'questions' => $questions];
        }

        return $held;
    }

    /**
     * @param  list<string>  $students
     * @param  callable(Round): bool  $counts
     * @return array<string, array<string, bool>> by student and question: whether the latest first try was right
     */
    private static function firstTries(Task $task, array $students, callable $counts): array
    {
        $tries = [];
        $rounds = $task->allRounds()->whereIn('rounds.student_id', $students)->orderBy('rounds.started_at')
            ->get(['rounds.id', 'rounds.student_id', 'rounds.started_at', 'rounds.evidence']);
        foreach ($rounds as $round) {
            if ($counts($round)) {
                foreach (RoundEvidence::fromArray($round->evidence)->firstTries() as $question => $first) {
                    $tries[$round->student_id][$question] = $first->isRight();
                }
            }
        }

        return $tries;
    }

    /**
     * @param  array<string, array<string, bool>>  $before
     * @param  array<string, array<string, bool>>  $then
     * @return array{before: array{right: int, of: int}, then: array{right: int, of: int}, both: int, gained: int, lost: int}
     */
    private static function change(array $before, array $then, string $question): array
    {
        $share = static function (array $tries) use ($question): array {
            $own = array_column($tries, $question);

            return ['right' => count(array_filter($own, static fn (mixed $right): bool => $right === true)), 'of' => count($own)];
        };
        $both = $gained = $lost = 0;
        foreach ($then as $student => $own) {
            if (isset($own[$question], $before[$student][$question])) {
                $both++;
                $gained += $own[$question] && ! $before[$student][$question] ? 1 : 0;
                $lost += ! $own[$question] && $before[$student][$question] ? 1 : 0;
            }
        }

        return ['before' => $share($before), 'then' => $share($then), 'both' => $both, 'gained' => $gained, 'lost' => $lost];
    }
}
