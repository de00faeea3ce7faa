<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskAudience;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\Core\Evidence\Comparison;
use HiddenLadder\Core\Evidence\FollowUp;
use HiddenLadder\Core\Evidence\Needs;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\Share;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\State;
use Illuminate\Database\Eloquent\Collection;

/** What to give a group after a task, and later, whether it helped. */
final class FollowUps
{
    /** Of fewer questions on a need nothing is told; then it is of all that were asked. */
    private const FEW = 2;

    public function __construct(private readonly Evidence $evidence, private readonly Editions $editions)
    {
    }

    /**
     * @param  list<string>  $students
     * @return ?array{need: string, wording: string, steps: list<array{what: string, id: string, home: string}>} null where the task's
     *                                                                                                         quiz has no such need
     */
    public function proposal(Task $task, string $need, array $students): ?array
    {
        $quiz = $this->quizOf($task);
        $named = (new Needs($quiz))->named($need);
        if ($named === null) {
            return null;
        }
        ['students' => $all, 'rungs' => $rungs] = $this->evidence->ofStudents($task, $quiz);
        $met = [];
        foreach ($task->countedRounds()->whereIn('rounds.student_id', $students)->get(['rounds.id', 'rounds.state']) as $round) {
            foreach (State::fromArray($round->state)->records as $record) {
                array_push($met, ...$record->stoodIn);
            }
        }
        $group = array_values(array_intersect_key($all, array_flip($students)));

        return ['need' => $need, 'wording' => $named->text, 'steps' => (new FollowUp($quiz))->propose($need, $group, $met, $rungs)];
    }

    /**
     * Follow-ups of a task, the newest first, and whether each helped: those who got it beside those who did not, as they stood at the
     * first try before it was given and in what they began afterwards.
     *
     * @param  array<string, string>  $measures  by follow-up, the task in which to look; else the one that most of them have begun
     * @return list<array{task: Task, told: array<string, mixed>}>
     */
    public function of(Task $task, array $measures = []): array
    {
        $followUps = $task->followUps()->whereNotNull('follows_need')->whereNull('taken_back_at')->with('named')
            ->orderByDesc('created_at')->orderByDesc('id')->get();
        if ($followUps->isEmpty()) {
            return [];
        }
        $students = $task->students()->map(static fn (Student $student): string => $student->id)->all();
        $quiz = $this->quizOf($task);
        $rounds = $task->countedRounds()->orderBy('rounds.student_id')->orderBy('rounds.number')
            ->get(['rounds.id', 'rounds.student_id', 'rounds.started_at', 'rounds.evidence']);
        $beside = $this->beside($task);
        $told = [];
        foreach ($followUps as $followUp) {
            $got = self::ids($followUp->named);
            $elsewhere = $followUps->where('id', '!=', $followUp->id)
                ->flatMap(static fn (Task $other): array => self::ids($other->named))->all();
            $told[] = ['task' => $followUp, 'told' => $this->effect(
                $followUp,
                $quiz,
                $rounds,
                $beside,
                ['got' => $got, 'others' => array_values(array_diff($students, $got, $elsewhere))],
                $measures[$followUp->id] ?? null,
            )];
        }

        return $told;
    }

    /**
     * @param  Collection<int, Round>  $rounds  of the task that it follows
     * @param  Collection<int, Task>  $beside  tasks in which to look
     * @param  array{got: list<string>, others: list<string>}  $students
     * @return array<string, mixed>
     */
    private function effect(
        Task $followUp,
        QuizDocument $quiz,
        Collection $rounds,
        Collection $beside,
        array $students,
        ?string $wished,
    ): array {
        $needs = new Needs($quiz);
        $need = (string) $followUp->follows_need;
        $measures = $this->measures($followUp, $beside, $students);
        $measure = $beside->find($wished ?? $measures[0]['task'] ?? null);
        $told = [
            'need' => $need, 'wording' => $needs->named($need)->text ?? '', 'students' => $students['got'],
            'finished' => $followUp->rounds()->whereNotNull('finished_at')->distinct()->count('student_id'),
            'measures' => $measures, 'measure' => $measure?->id, 'ofNeed' => false,
            'got' => null, 'others' => null, 'comparison' => null,
        ];
        if (! $measure instanceof Task) {
            return $told;
        }
        $later = $this->quizOf($measure);
        $first = $needs->questions($need);
        $also = $needs->alsoIn($need, $later);
        $again = $also === null ? [] : (new Needs($later))->questions($also);
        $ofNeed = count($first) >= self::FEW && count($again) >= self::FEW;
        $before = $this->before($rounds, $followUp, $ofNeed ? $first : self::marked($quiz));
        $after = $this->after($measure, $followUp, $ofNeed ? $again : self::marked($later));
        $pairs = array_map(static fn (array $ids): array => self::pairs($ids, $before, $after), $students);
        foreach ($pairs as $which => $both) {
            $told[$which] = ['n' => count($both)] + array_map(
                static fn (float $mean): float => round($mean, 4),
                Comparison::means($both),
            );
        }

        return ['ofNeed' => $ofNeed, 'comparison' => Comparison::of($pairs['got'], $pairs['others'])?->toArray()] + $told;
    }

    /**
     * @param  list<string>  $students
     * @param  array<string, float>  $before
     * @param  array<string, float>  $after
     * @return list<array{before: float, after: float}> of those who have both
     */
    private static function pairs(array $students, array $before, array $after): array
    {
        $pairs = [];
        foreach ($students as $student) {
            if (isset($before[$student], $after[$student])) {
                $pairs[] = ['before' => $before[$student], 'after' => $after[$student]];
            }
        }

        return $pairs;
    }

    /** @return Collection<int, Task> in which its students can be seen afterwards: those of its class for all, itself among them */
    private function beside(Task $task): Collection
    {
        return Task::query()->with('quiz.latestEdition')->notAtOnce()->whereNull('taken_back_at')
            ->where(static fn ($either) => $either->whereKey($task->id)->orWhere(
                static fn ($all) => $all->whereNotNull('class_id')->where('class_id', $task->class_id)
                    ->where('audience', TaskAudience::WholeClass->value),
            ))->orderBy('created_at')->get();
    }

    /**
     * @param  Collection<int, Task>  $beside
     * @param  array{got: list<string>, others: list<string>}  $students
     * @return list<array{task: string, title: string, got: int, others: int}> the one that most have begun since first
     */
    private function measures(Task $followUp, Collection $beside, array $students): array
    {
        $begun = Round::query()->ofKind(RoundKind::Task)->whereIn('task_id', $beside->modelKeys())
            ->where('started_at', '>', $followUp->created_at)->toBase()->select('task_id', 'student_id')->distinct()->get();
        $measures = [];
        foreach ($beside as $task) {
            $who = $begun->where('task_id', $task->id)->pluck('student_id')->all();
            $counts = array_map(static fn (array $ids): int => count(array_intersect($ids, $who)), $students);
            if (array_sum($counts) > 0) {
                $measures[] = ['task' => $task->id, 'title' => $task->quiz->title] + $counts;
            }
        }
        usort($measures, static fn (array $a, array $b): int => [$b['got'], $b['others']] <=> [$a['got'], $a['others']]);

        return $measures;
    }

    /**
     * @param  Collection<int, Round>  $rounds
     * @param  list<string>  $questions
     * @return array<string, float> by student, over all rounds begun before it was given
     */
    private function before(Collection $rounds, Task $followUp, array $questions): array
    {
        $shares = [];
        foreach ($rounds as $round) {
            if ($round->started_at < $followUp->created_at) {
                $share = RoundEvidence::fromArray($round->evidence)->rightAtOnce($questions);
                $shares[$round->student_id] = ($shares[$round->student_id] ?? new Share(0, 0))->and($share);
            }
        }

        return self::values($shares);
    }

    /**
     * @param  list<string>  $questions
     * @return array<string, float> by student, of the first round begun after it was given
     */
    private function after(Task $measure, Task $followUp, array $questions): array
    {
        $shares = [];
        $rounds = $measure->countedRounds()->where('rounds.started_at', '>', $followUp->created_at)->orderBy('rounds.started_at')
            ->get(['rounds.id', 'rounds.student_id', 'rounds.evidence']);
        foreach ($rounds as $round) {
            $shares[$round->student_id] ??= RoundEvidence::fromArray($round->evidence)->rightAtOnce($questions);
        }

        return self::values($shares);
    }

    /**
     * @param  array<string, Share>  $shares
     * @return array<string, float> of those that are of something
     */
    private static function values(array $shares): array
    {
        return array_filter(
            array_map(static fn (Share $share): ?float => $share->value(), $shares),
            static fn (?float $value): bool => $value !== null,
        );
    }

    /** @return list<string> */
    private static function marked(QuizDocument $quiz): array
    {
        $marked = array_filter($quiz->questions(), static fn (Question $question): bool => $question->isMarked());

        return array_map(strval(...), array_keys($marked));
    }

    /**
     * @param  Collection<int, Student>  $students
     * @return list<string>
     */
    private static function ids(Collection $students): array
    {
        return array_values($students->map(static fn (Student $student): string => $student->id)->all());
    }

    private function quizOf(Task $task): QuizDocument
    {
        $edition = $task->quiz->latestEdition;
        assert($edition !== null);

        return $this->editions->read($edition);
    }
}
