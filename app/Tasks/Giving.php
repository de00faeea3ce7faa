<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tasks;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\StudentKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskAudience;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Models\Unit;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Gives quizzes out: to classes, to some students, or to whoever has the link; and changes how, and when. */
final class Giving
{
    /** Letters of a link: too many to be guessed, few enough to be typed. */
    private const LINK = 12;

    /**
     * One task for each class, given together where there are several; without a class, one for whoever has the link.
     *
     * @param  list<SchoolClass>  $classes
     * @param  ?list<string>  $students  some of the one class alone
     * @param  array<string, mixed>  $members  of the task, otherwise than it has them by itself
     * @return non-empty-list<Task>
     *
     * @throws Rejected when the quiz is not published, times do not follow on each other, or quizzes would wait in a circle
     */
    public function give(Teacher $teacher, Quiz $quiz, Terms $terms, array $classes, ?array $students, array $members): array
    {
        if ($quiz->latestEdition === null) {
            throw new Rejected(Reason::NotPublished, new Message('problem.task.publish-first'));
        }
        self::checkGates($quiz, $terms);
        // A link by itself lets in whoever has it, with a name of their own: there may be no list to be on.
        $members += ['way_in' => $classes === [] ? WayIn::Guest : WayIn::for($terms->purpose)];

        return DB::transaction(function () use ($teacher, $quiz, $terms, $classes, $students, $members): array {
            $together = count($classes) > 1 ? Ulids::make() : null;
            $given = [];
            foreach ($classes === [] ? [null] : $classes as $class) {
                $task = new Task($members + [
                    'teacher_id' => $teacher->id, 'quiz_id' => $quiz->id, 'class_id' => $class?->id, 'terms' => $terms->toArray(),
                    'given_together' => $together, 'link' => Str::lower(Str::random(self::LINK)),
                    'audience' => match (true) {
                        $class === null => TaskAudience::Link,
                        $students !== null => TaskAudience::Students,
                        default => TaskAudience::WholeClass,
                    },
                ]);
                self::inOrder($task);
                $task->save();
                if ($class !== null && $students !== null) {
                    $task->named()->attach($class->students()->whereKey($students)->pluck('students.id')->all());
                }
                $given[] = $task;
            }

            return $given;
        }, 5);
    }

    /**
     * The same once more for other classes, with its times moved along.
     *
     * @param  non-empty-list<SchoolClass>  $classes
     * @return non-empty-list<Task>
     */
    public function again(Task $task, Teacher $teacher, array $classes, int $days): array
    {
        $moved = static fn (?CarbonImmutable $time): ?CarbonImmutable => $time?->addDays($days);

        return $this->give($teacher, $task->quiz()->sole(), Terms::read(Fields::of($task->terms)), $classes, null, [
            'opens_at' => $moved($task->opens_at), 'due_at' => $moved($task->due_at), 'closes_at' => $moved($task->closes_at),
            'weight' => $task->weight, 'optional' => $task->optional, 'unit_id' => $task->unit_id, 'note' => $task->note,
            'way_in' => $task->way_in, 'password' => $task->password,
        ]);
    }

    /**
     * For one student it is otherwise: another due or closing time, other terms; nothing said, and it is as for all.
     *
     * @param  array<string, mixed>  $said  `dueAt`, `closesAt` (ISO 8601 or null), `terms`
     *
     * @throws Rejected when times do not follow on each other, or quizzes would wait in a circle
     */
    public function except(Task $task, string $student, array $said): void
    {
        DB::transaction(function () use ($task, $student, $said): void {
            $locked = Task::query()->lockForUpdate()->findOrFail($task->id);
            // What is of the record, and lifted gates, are said elsewhere.
            $elsewhere = array_intersect_key($locked->exceptions[$student] ?? [], Task::OF_THE_RECORD + ['lifted' => true]);
            $locked->exceptions = self::with($locked->exceptions, $student, self::differing($locked, $said) + $elsewhere);
            $own = $locked->forStudent($student);
            self::inOrder($own);
            self::checkGates($locked->quiz()->sole(), Terms::read(Fields::of($own->terms)));
            $locked->save();
        }, 5);
        $task->refresh();
    }

    /**
     * Only what is not as for all: a time that is the same for both goes along when that of all is moved.
     *
     * @param  array<string, mixed>  $said
     * @return array<string, mixed>
     */
    private static function differing(Task $task, array $said): array
    {
        $ofAll = [
            'dueAt' => $task->due_at?->toIso8601ZuluString(), 'closesAt' => $task->closes_at?->toIso8601ZuluString(),
            'terms' => Terms::read(Fields::of($task->terms))->toArray(),
        ];

        return array_filter($said, static fn (mixed $value, string $what): bool => $value !== $ofAll[$what], ARRAY_FILTER_USE_BOTH);
    }

    /** What has to be mastered before no longer holds one student back, or does again. */
    public function lift(Task $task, string $student, bool $isLifted): void
    {
        $this->say($task, $student, 'lifted', static fn (): array => $isLifted ? ['lifted' => true] : []);
    }

    /**
     * A task that is given to some students is for these from now on. Who is left out keeps what they did.
     *
     * @param  list<string>  $students  of its class
     *
     * @throws Rejected when it is not given to some, or nobody would be left
     */
    public function name(Task $task, array $students): void
    {
        $class = $task->loadMissing('class')->class;
        $found = $class === null ? [] : $class->students()->whereKey($students)->pluck('students.id')->all();
        if ($task->audience !== TaskAudience::Students || $found === []) {
            throw Rejected::invalid(new Message('problem.task.no-students'));
        }
        DB::transaction(static function () use ($task, $found): void {
            $guests = $task->named()->where('kind', '!=', StudentKind::Roster->value)->pluck('students.id')->all();
            $task->named()->sync([...$found, ...$guests]);
        }, 5);
        app(Live::class)->given($task);
    }

    /** A task counts for nothing in a student's record, or does again. */
    public function excuse(Task $task, string $student, bool $isExcused): void
    {
        $this->say($task, $student, 'excused', static fn (): array => $isExcused ? ['excused' => true] : []);
    }

    /** One student sees what is shown when the teacher says so, or does not, whatever the others do. */
    public function release(Task $task, string $student, bool $isReleased): void
    {
        $this->say($task, $student, 'releasedAt', static fn (Task $locked): array => $isReleased === ($locked->released_at !== null)
            ? []
            : ['releasedAt' => $isReleased ? CarbonImmutable::now()->toIso8601ZuluString() : null]);
    }

    /** For one student it closes then, whatever else is said of it. */
    public function openUntil(Task $task, string $student, CarbonImmutable $until): void
    {
        $this->say($task, $student, 'closesAt', static fn (): array => ['closesAt' => $until->toIso8601ZuluString()]);
    }

    /**
     * As all are, so is each again.
     *
     * @param  ?array<string, array<array-key, mixed>>  $exceptions
     * @return ?array<string, array<array-key, mixed>>
     */
    public static function releasedAsAll(?array $exceptions): ?array
    {
        foreach ($exceptions ?? [] as $student => $said) {
            $exceptions = self::with($exceptions, $student, array_diff_key($said, ['releasedAt' => true]));
        }

        return $exceptions;
    }

    /** @param  callable(Task): array<string, mixed>  $what  is said of one student in the place of a member, or nothing */
    private function say(Task $task, string $student, string $member, callable $what): void
    {
        DB::transaction(static function () use ($task, $student, $member, $what): void {
            $locked = Task::query()->lockForUpdate()->findOrFail($task->id);
            $said = array_diff_key($locked->exceptions[$student] ?? [], [$member => true]);
            $locked->exceptions = self::with($locked->exceptions, $student, $said + $what($locked));
            $locked->save();
        }, 5);
        $task->refresh();
    }

    /**
     * @param  ?array<string, array<array-key, mixed>>  $exceptions
     * @param  array<array-key, mixed>  $said  what holds otherwise for the student
     * @return ?array<string, array<array-key, mixed>>
     */
    private static function with(?array $exceptions, string $student, array $said): ?array
    {
        $exceptions = [$student => $said] + ($exceptions ?? []);
        $exceptions = array_filter($exceptions, static fn (array $one): bool => $one !== []);

        return $exceptions === [] ? null : $exceptions;
    }

    /** The teacher's unit of that name, made where there is none; null without a name. */
    public function unit(Teacher $teacher, string $name): ?string
    {
        $name = trim($name);

        return $name === '' ? null : Unit::query()->firstOrCreate(
            ['teacher_id' => $teacher->id, 'name' => $name],
            ['school_id' => $teacher->school_id],
        )->id;
    }

    /** @throws Rejected when it would close before it opens, be due before it opens, or due after it closes */
    public static function inOrder(Task $task): void
    {
        [$opens, $due, $closes] = [$task->opens_at, $task->due_at, $task->closes_at];
        $wrong = match (true) {
            $opens !== null && $closes !== null && $closes <= $opens => ['/closesAt', 'closing'],
            $opens !== null && $due !== null && $due <= $opens => ['/dueAt', 'opening'],
            $due !== null && $closes !== null && $due > $closes => ['/dueAt', 'late'],
            default => null,
        };
        if ($wrong !== null) {
            $why = new Message('problem.task.times', ['wrong' => $wrong[1]]);
            throw Rejected::invalid($why, [new Fault($wrong[0], $why)]);
        }
    }

    /** @throws Rejected when it would wait for a quiz that is not the teacher's, or quizzes would wait for each other */
    public static function checkGates(Quiz $quiz, Terms $terms): void
    {
        if (! Gating::isOwn($quiz, $terms)) {
            throw Rejected::invalid(
                new Message('problem.task.gate-not-yours'),
                [new Fault('/terms/gates', new Message('problem.task.gate-not-yours'))],
            );
        }
        if (Gating::circle($quiz, $terms) !== []) {
            throw Rejected::invalid(
                new Message('problem.task.gates-in-a-circle'),
                [new Fault('/terms/gates', new Message('problem.task.circle'))],
            );
        }
    }
}
