<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\PassedScore;
use HiddenLadder\App\Models\PassedTask;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Results\ClassRecord;
use HiddenLadder\App\Tasks\TaskProgress;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Formats\Gradebook\Score;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\RoundsSoFar;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Facades\DB;

/**
 * Which scores are to stand in the gradebook: those that count, once their students may see them. Worked out anew when anything they
 * come of has changed; what is otherwise than what was told last is told.
 */
final class Passing
{
    /** What scores come of, and whose they are. */
    private const MARKED = [
        'count(rounds.id)', 'sum(rounds.score)', 'sum(rounds.unread)', 'sum(rounds.interrupted)', 'max(rounds.moved_at)',
        'max(rounds.finished_at)', "sum(crc32(concat(members.student_id,coalesce(students.outside_number,''))))",
    ];

    public function __construct(private readonly ClassRecord $record)
    {
    }

    /** Once a minute: what has changed is worked out, and what waits is sent. */
    public function __invoke(): void
    {
        $passed = PassedTask::query()->where('is_on', true)->with(['task.class', 'task.quiz:id,title'])->get();
        $marks = self::marks(array_values($passed->map(static fn (PassedTask $one): string => $one->task_id)->all()));
        foreach ($passed as $one) {
            $mark = self::mark($one->task, $marks[$one->task_id] ?? '');
            // What goes wrong with one of them is noted, and keeps none of the others back.
            rescue(function () use ($one, $mark): void {
                if ($mark !== $one->mark) {
                    $this->work($one->task);
                    $one->update(['mark' => $mark]);
                }
                $isOther = $one->item !== null && $one->described !== PassScores::described($one);
                if ($isOther || $one->scores()->where('state', Passage::Waiting->value)->exists()) {
                    PassScores::of($one->task_id);
                }
            });
        }
    }

    /** The gradebook has the columns of a class there; where they were elsewhere, nothing stands in these yet. */
    public function connect(SchoolClass $class, string $columns): void
    {
        if ($class->gradebook === $columns) {
            return;
        }
        DB::transaction(static function () use ($class, $columns): void {
            $tasks = $class->tasks()->reorder()->pluck('id');
            // Taken up again where they were, the columns are found again.
            PassedTask::query()->whereIn('task_id', $tasks)->update(['item' => null, 'described' => '']);
            PassedScore::query()->whereIn('task_id', $tasks)->where('state', Passage::Sent->value)->whereNotNull('score')
                ->update(['state' => Passage::Waiting->value]);
            $class->update(['gradebook' => $columns]);
        }, 5);
    }

    /** From now on the scores of a task are passed on. */
    public function begin(Task $task): void
    {
        PassedTask::query()->updateOrCreate(['task_id' => $task->id], ['is_on' => true]);
        $this->work($task);
        PassScores::of($task->id);
    }

    /** What was refused is tried again, and what waits now. */
    public function again(Task $task): void
    {
        $passed = PassedTask::query()->findOrFail($task->id);
        if ($passed->scores()->where('reason', WhyRefused::NoColumn->value)->exists()) {
            $passed->update(['item' => null]);
        }
        $passed->scores()->where('state', Passage::Refused->value)->update(['state' => Passage::Waiting->value, 'reason' => null]);
        $this->work($task);
        PassScores::rested($task->class->gradebook ?? '');
        PassScores::of($task->id);
    }

    /** Works out what is to stand there of each of a task's students. */
    public function work(Task $task): void
    {
        $rows = $this->record->ofTask($task);
        DB::transaction(static function () use ($task, $rows): void {
            // Two that work it out at once do it one after the other.
            PassedTask::query()->lockForUpdate()->findOrFail($task->id);
            $known = PassedScore::query()->where('task_id', $task->id)->with('student')->lockForUpdate()->get()->keyBy('student_id');
            foreach ($rows as $row) {
                $student = $row['student'];
                $before = $known->get($student->id);
                $score = $row['work']->isExcused || $row['work']->score === null || ! self::isSeen($row['task'], $row['rounds'])
                    ? Score::none() : Score::of($row['work']->score, $row['isProvisional']);
                // Of whom nothing was ever told, there is nothing to take back.
                if ($before === null && $score->share === null) {
                    continue;
                }
                self::put($task, $student, $before, $score);
            }
            // Whoever was found to be somebody else has their score there, and no longer under a name of their own.
            foreach ($known->filter(static fn (PassedScore $one): bool => $one->student->merged_into !== null) as $gone) {
                self::put($task, $gone->student, $gone, Score::none());
            }
        }, 5);
    }

    private static function put(Task $task, Student $student, ?PassedScore $before, Score $score): void
    {
        $why = ($student->outside_number ?? '') === '' ? WhyRefused::NoNumber : null;
        $now = CarbonImmutable::now()->floorMillisecond();
        if ($before !== null && $before->told()->isAs($score)) {
            if ($why === $before->reason || $before->reason !== WhyRefused::NoNumber) {
                return;
            }
            $at = $before->at;
        } else {
            // The gradebook keeps the later one of two: what comes after is later, whatever the clock says.
            $isBehind = $before !== null && $before->at->getTimestampMs() >= $now->getTimestampMs();
            $at = $isBehind ? $before->at->addMillisecond() : $now;
        }
        PassedScore::query()->updateOrCreate(['task_id' => $task->id, 'student_id' => $student->id], [
            'score' => $score->share, 'activity' => $score->activity->value, 'grading' => $score->grading->value, 'at' => $at,
            'state' => $why === null ? Passage::Waiting : Passage::Refused, 'reason' => $why,
        ]);
    }

    /** Whether the student may see their score: nothing is told to others before. */
    private static function isSeen(Task $task, RoundsSoFar $rounds): bool
    {
        $circumstances = new Circumstances(true, $rounds->isLast(), $task->state() === TaskState::Closed, $task->released_at !== null);

        return $circumstances->let(Terms::read(Fields::of($task->terms)), Sight::Score, true, Standing::Untouched);
    }

    /**
     * What the scores of tasks come of, as one mark each, in one query.
     *
     * @param  list<string>  $tasks
     * @return array<string, string> by task
     */
    private static function marks(array $tasks): array
    {
        return TaskProgress::counting($tasks)
            ->join('students', 'students.id', '=', 'members.student_id')
            ->leftJoin('rounds', static fn ($join) => $join
                ->on('rounds.task_id', '=', 'counted.counts')->on('rounds.student_id', '=', 'members.student_id')
                ->where('rounds.kind', RoundKind::Task->value))
            ->groupBy('members.task_id')
            ->selectRaw('members.task_id, concat_ws("/", '.implode(',', self::MARKED).') as mark')
            ->pluck('mark', 'task_id')->map(static fn (mixed $mark): string => is_string($mark) ? $mark : '')->all();
    }

    private static function mark(Task $task, string $ofRounds): string
    {
        return sha1((string) json_encode([
            $ofRounds, $task->terms, $task->exceptions, $task->state()->value, $task->released_at?->getTimestampMs(), $task->optional,
        ]));
    }
}
