<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\SittingStudent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Sitting\Act;
use HiddenLadder\Core\Sitting\ActKind;
use HiddenLadder\Core\Sitting\SittingState;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;

/**
 * Keeps sittings: opens them, takes what is done at the front into the database act by act, and lets students in.
 *
 * Rounds are locked before the sitting, here and where a student's event is taken, so that nobody waits for each other.
 */
final class SittingBook
{
    private const ATTEMPTS = 5;

    /** Hours without an act after which a sitting ends by itself. */
    private const FORGOTTEN = 6;

    public function __construct(
        private readonly Courses $courses,
        private readonly RoundBook $rounds,
        private readonly Live $live,
        private readonly GoingOut $goingOut,
    ) {
    }

    /** The class's open sitting; a new one where there is none. Those of the class that have a page open are told. */
    public function open(Teacher $teacher, SchoolClass $class, ?Task $task, bool $atOnce = false, bool $devices = true): Sitting
    {
        try {
            $sitting = DB::transaction(function () use ($teacher, $class, $task, $atOnce, $devices): Sitting {
                $now = CarbonImmutable::now();
                $sitting = Sitting::query()->create([
                    'class_id' => $class->id, 'teacher_id' => $teacher->id, 'open_for' => $class->id,
                    'state' => SittingState::new()->toArray(), 'opened_at' => $now, 'moved_at' => $now,
                ]);
                $this->append($sitting, Ulids::make(), Act::opened($task?->id, $atOnce, $devices));

                return $sitting;
            }, self::ATTEMPTS);
        } catch (UniqueConstraintViolationException) {
            return Sitting::query()->where('open_for', $class->id)->firstOrFail();
        }
        foreach ($devices ? $class->students()->pluck('students.id') : [] as $student) {
            $this->live->student((string) $student);
        }

        return $sitting;
    }

    /**
     * Takes one act. It is stored before this returns; taking it again (by its id) stores nothing.
     *
     * @throws Rejected when somebody else did something at the front meanwhile, or it does not fit where the class stands
     */
    public function take(string $id, SentAct $sent): Sitting
    {
        return DB::transaction(function () use ($id, $sent): Sitting {
            // Read without a lock, since the rounds come first; what it says is looked at again under the lock.
            $before = Sitting::query()->findOrFail($id);
            $led = $sent->act->kind === ActKind::Revealed ? $this->rounds->lockAll($this->led($before)) : [];
            $sitting = Sitting::query()->lockForUpdate()->findOrFail($id);
            if (DB::table('sitting_acts')->where('sitting_id', $id)->where('act_id', $sent->id)->exists()) {
                return $sitting;
            }
            if ($sent->after !== $sitting->stands()->number) {
                throw new Rejected(Reason::Stale, new Message('problem.sitting.stale'));
            }
            $this->append($sitting, $sent->id, $this->fitting($sent->act, $sitting));
            foreach ($led as $round) {
                $this->rounds->follow($round);
            }
            if ($sent->act->kind === ActKind::Ended) {
                self::closeAtOnce($sitting);
                // First secrets without a code were for this lesson.
                SchoolClass::query()->whereKey($sitting->class_id)->update(['no_code_until' => null]);
                foreach ($sitting->students()->pluck('student_id') as $student) {
                    $this->live->student((string) $student);
                }
            }

            return $sitting;
        }, self::ATTEMPTS);
    }

    /** What was put to the class at once is over with the lesson. */
    private static function closeAtOnce(Sitting $sitting): void
    {
        Task::query()->where('class_id', $sitting->class_id)->whereNull('closes_at')->whereRelation('quiz', 'put_at_once', true)
            ->update(['closes_at' => CarbonImmutable::now()->format('Y-m-d H:i:s.v')]);
    }

    /** @return list<string> rounds that stand where the class does */
    private function led(Sitting $sitting): array
    {
        $led = $sitting->students()->whereNotNull('round_id')->where('task_id', $sitting->stands()->place?->task)->orderBy('round_id');

        return array_values($led->pluck('round_id')->map(strval(...))->all());
    }

    /** @throws Rejected where it names what is not the class's */
    private function fitting(Act $act, Sitting $sitting): Act
    {
        if ($act->kind === ActKind::Stands && $act->place !== null) {
            $course = self::isOfClass($act->place->task, $sitting) ? $this->courses->of($act->place->task) : null;
            if ($course?->has($act->place) !== true) {
                throw Rejected::invalid(new Message('problem.sitting.no-such-place'));
            }

            return Act::stands($act->place, $course->asked($act->place) !== null);
        }
        if ($act->kind === ActKind::Named && $act->task !== null && ! self::isOfClass($act->task, $sitting)) {
            throw Rejected::invalid(new Message('problem.sitting.no-such-task'));
        }
        if ($act->kind === ActKind::AnswerShown && $act->round !== null
            && ! $sitting->students()->where('round_id', $act->round)->exists()) {
            throw Rejected::invalid(new Message('problem.sitting.no-such-answer'));
        }

        return $act;
    }

    private static function isOfClass(string $task, Sitting $sitting): bool
    {
        return Task::query()->whereKey($task)->where('class_id', $sitting->class_id)->whereNull('taken_back_at')->exists();
    }

    /** The caller holds the sitting's lock. */
    private function append(Sitting $sitting, string $id, Act $act): void
    {
        $now = (int) now()->valueOf();
        $after = $sitting->stands()->after($act, $now);
        if ($after instanceof Refusal) {
            throw Rejected::byRule($after);
        }
        DB::table('sitting_acts')->insert([
            'sitting_id' => $sitting->id, 'number' => $after->number, 'act_id' => $id, 'kind' => $act->kind->value,
            'data' => json_encode((object) $act->data(), JSON_THROW_ON_ERROR), 'taken_ms' => $now,
        ]);
        $at = CarbonImmutable::createFromTimestampMs($now);
        try {
            $sitting->update(['state' => $after->toArray(), 'moved_at' => $at, ...match ($act->kind) {
                ActKind::Ended => ['ended_at' => $at, 'open_for' => null],
                ActKind::Gathered => ['ended_at' => null, 'open_for' => $sitting->class_id],
                default => [],
            }]);
        } catch (UniqueConstraintViolationException) {
            // Another was opened since this one ended.
            throw new Rejected(Reason::Stale, new Message('problem.sitting.another-is-open'));
        }
        $this->live->sitting($sitting->id);
    }

    /** A student comes in, and is in no other. */
    public function enter(Sitting $sitting, Student $student): void
    {
        if ($sitting->ended_at !== null || ! $sitting->stands()->devices) {
            throw new Rejected(Reason::Closed, new Message('refusal.sitting.ended'));
        }
        DB::transaction(function () use ($sitting, $student): void {
            $now = CarbonImmutable::now()->format('Y-m-d H:i:s.v');
            $this->goingOut->ofAll($student->id, $sitting->id);
            SittingStudent::query()->upsert(
                ['sitting_id' => $sitting->id, 'student_id' => $student->id, 'entered_at' => $now, 'left_at' => null],
                ['sitting_id', 'student_id'],
                ['entered_at', 'left_at'],
            );
        }, self::ATTEMPTS);
        $this->live->front($sitting->id);
    }

    /** Those that were left open: nothing was done at their front for hours. */
    public function endForgotten(): int
    {
        $before = CarbonImmutable::now()->subHours(self::FORGOTTEN);
        $forgotten = Sitting::query()->whereNotNull('open_for')->where('moved_at', '<', $before)->get();
        foreach ($forgotten as $sitting) {
            $this->take($sitting->id, new SentAct(Ulids::make(), $sitting->stands()->number, Act::of(ActKind::Ended)));
        }

        return $forgotten->count();
    }
}
