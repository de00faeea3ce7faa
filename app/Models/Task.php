<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @phpstan-type Otherwise array{
 *     dueAt?: ?string, closesAt?: ?string, terms?: array<array-key, mixed>, excused?: true, releasedAt?: ?string, lifted?: true,
 * }
 *
 * A quiz given with terms: to a class, to some students, or to whoever has its link.
 *
 * @property string $id
 * @property string $teacher_id who gave it
 * @property string $quiz_id
 * @property ?string $class_id
 * @property TaskAudience $audience
 * @property ?string $given_together the same for all tasks that were given to several classes at once
 * @property WayIn $way_in how little is asked of whoever comes to it
 * @property ?string $password that is asked for before the first round
 * @property string $note to the students
 * @property ?string $link the last part of its address, where it has one of its own
 * @property ?string $unit_id
 * @property array<array-key, mixed> $terms
 * @property ?CarbonImmutable $opens_at
 * @property ?CarbonImmutable $due_at
 * @property ?CarbonImmutable $closes_at
 * @property ?CarbonImmutable $planned_closes_at of one that was closed by hand
 * @property ?CarbonImmutable $taken_back_at
 * @property ?CarbonImmutable $released_at
 * @property float $weight in the record, from 0
 * @property bool $comments_open whether the class sees what its students write while they watch
 * @property bool $comments_named and whose it is
 * @property bool $optional
 * @property ?array<string, Otherwise> $exceptions what holds otherwise for single students, by their id
 * @property ?list<array{need: string, students: list<string>}> $groups as the teacher made them out of those proposed
 * @property ?string $follows_id the task out of whose evidence it was made: a follow-up, or without a need the opening of a lesson
 * @property ?CarbonImmutable $opening_left_at when the opening that could be made of it was not wanted
 * @property ?string $follows_need the misconception or the objective of that task's quiz that it is about
 * @property CarbonImmutable $created_at
 * @property ?SchoolClass $class
 * @property ?Unit $unit
 * @property Quiz $quiz
 * @property Teacher $teacher
 */
final class Task extends Model
{
    protected $table = 'tasks';

    /** What a task that is only just made has, as in the table. */
    protected $attributes = [
        'audience' => 'class', 'class_id' => null, 'link' => null, 'given_together' => null, 'way_in' => 'secret', 'password' => null,
        'note' => '', 'unit_id' => null, 'opens_at' => null, 'due_at' => null,
        'closes_at' => null,
        'planned_closes_at' => null, 'taken_back_at' => null, 'released_at' => null, 'weight' => 1.0, 'optional' => false,
        'exceptions' => null, 'groups' => null, 'follows_id' => null, 'follows_need' => null, 'opening_left_at' => null,
    ];

    /** What is said of single students beside their times and terms: it is of the record alone. */
    public const OF_THE_RECORD = ['excused' => true, 'releasedAt' => true];

    /** As it is for one student: with the times and terms that hold for them alone. It is not to be saved. */
    public function forStudent(string $student): self
    {
        $otherwise = $this->exceptions[$student] ?? [];
        if ($otherwise === []) {
            return $this;
        }
        $own = clone $this;
        $time = static fn (?string $iso): ?CarbonImmutable => $iso === null ? null : CarbonImmutable::parse($iso);
        if (array_key_exists('dueAt', $otherwise)) {
            $own->due_at = $time($otherwise['dueAt']);
        }
        if (array_key_exists('closesAt', $otherwise)) {
            $own->closes_at = $time($otherwise['closesAt']);
        }
        if (array_key_exists('releasedAt', $otherwise)) {
            $own->released_at = $time($otherwise['releasedAt']);
        }
        $own->terms = $otherwise['terms'] ?? $this->terms;

        return $own->syncOriginal();
    }

    /** @return array<string, array<string, mixed>> those who have times or terms of their own, by student */
    public function ownTimes(): array
    {
        return array_filter(
            $this->exceptions ?? [],
            static fn (array $one): bool => array_diff_key($one, self::OF_THE_RECORD) !== [],
        );
    }

    /** Whether its gates are lifted for one student. */
    public function isLiftedFor(string $student): bool
    {
        return isset($this->exceptions[$student]['lifted']);
    }

    /** Whether it counts for nothing in a student's record. */
    public function excuses(string $student): bool
    {
        return isset($this->exceptions[$student]['excused']);
    }

    /** Its state now. */
    public function state(): TaskState
    {
        return TaskState::of($this, CarbonImmutable::now());
    }

    /**
     * Only those that are for a student.
     *
     * @param  Builder<self>  $tasks
     */
    public function scopeGivenTo(Builder $tasks, Student $student): void
    {
        // Written out: it is asked with every answer, and putting it together took longer than asking it.
        $tasks->whereRaw(
            '(tasks.class_id is null or exists (select 1 from classes where classes.id = tasks.class_id and archived_at is null))'
            .' and (tasks.audience = ? and tasks.class_id in (select class_id from enrolments where student_id = ? and removed_at is null)'
            .' or exists (select 1 from task_students where task_id = tasks.id and student_id = ?))',
            [TaskAudience::WholeClass->value, $student->id, $student->id],
        );
        if ($student->cameInBy !== WayIn::Secret) {
            $tasks->whereIn('tasks.way_in', array_column($student->cameInBy->reaches(), 'value'));
        }
    }

    /**
     * Only those that are in one of these states now.
     *
     * @param  Builder<self>  $tasks
     */
    public function scopeInState(Builder $tasks, TaskState ...$states): void
    {
        TaskState::only($tasks, array_values($states), CarbonImmutable::now());
    }

    /**
     * Without questions that were put at once from the front: they are answered in the lesson, and seen in its evidence.
     *
     * @param  Builder<self>  $tasks
     */
    public function scopeNotAtOnce(Builder $tasks): void
    {
        $tasks->whereRelation('quiz', 'put_at_once', false);
    }

    /**
     * Only those whose class is not archived, and those of no class.
     *
     * @param  Builder<self>  $tasks
     */
    public function scopeOfClassesInUse(Builder $tasks): void
    {
        $tasks->where(static fn (Builder $either) => $either->whereNull('class_id')
            ->orWhereHas('class', static fn (Builder $class) => $class->whereNull('archived_at')));
    }

    /** @return Collection<int, Student> whom it is for and who came to it as a guest, in the order of their names */
    public function students(): Collection
    {
        $students = $this->named()->get();
        if ($this->audience === TaskAudience::WholeClass) {
            $students = $students->merge($this->loadMissing('class')->class?->students()->get() ?? new Collection);
        }

        return Student::inOrder($students);
    }

    /**
     * The rounds that count in this task: its own, and what students of its class did in a task that was given to another
     * class at the same time.
     *
     * @return Builder<Round>
     */
    public function countedRounds(): Builder
    {
        return $this->roundsOf(RoundKind::Task);
    }

    /** @return Builder<Round> what came back of it, counted as its rounds are */
    public function returns(): Builder
    {
        return $this->roundsOf(RoundKind::Return);
    }

    /** @return Builder<Round> whatever its students walked in it, counted or not */
    public function allRounds(): Builder
    {
        return $this->roundsOf(...RoundKind::cases());
    }

    /** @return Builder<Round> */
    private function roundsOf(RoundKind ...$kinds): Builder
    {
        $rounds = Round::query()->ofKind(...$kinds);
        if ($this->given_together === null) {
            return $rounds->where('rounds.task_id', $this->id);
        }

        return $rounds->where(fn (Builder $either) => $either->where('rounds.task_id', $this->id)->orWhere(
            fn (Builder $elsewhere) => $elsewhere
                ->whereIn('rounds.task_id', self::query()->where('given_together', $this->given_together)->select('id'))
                ->whereIn('rounds.student_id', fn ($enrolled) => $enrolled->from('enrolments')
                    ->where('class_id', $this->class_id)->whereNull('removed_at')->select('student_id')),
        ));
    }

    /** @return BelongsTo<Teacher, $this> */
    public function teacher(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    /** @return BelongsTo<Unit, $this> */
    public function unit(): BelongsTo
    {
        return $this->belongsTo(Unit::class);
    }

    /** @return BelongsTo<SchoolClass, $this> */
    public function class(): BelongsTo
    {
        return $this->belongsTo(SchoolClass::class, 'class_id');
    }

    /** @return BelongsTo<Quiz, $this> */
    public function quiz(): BelongsTo
    {
        return $this->belongsTo(Quiz::class);
    }

    /** @return HasMany<self, $this> made out of its evidence, for some of its students */
    public function followUps(): HasMany
    {
        return $this->hasMany(self::class, 'follows_id');
    }

    /** @return BelongsToMany<Student, $this> those it is for by name: some, or guests */
    public function named(): BelongsToMany
    {
        return $this->belongsToMany(Student::class, 'task_students');
    }

    /** @return HasMany<Round, $this> without returns */
    public function rounds(): HasMany
    {
        return $this->hasMany(Round::class)->where('kind', RoundKind::Task->value);
    }

    /** @return Builder<Round> the last of each student */
    public function latestRounds(): Builder
    {
        return $this->countedRounds()->whereRaw(
            'rounds.number = (select max(other.number) from rounds as other '
            .'where other.task_id = rounds.task_id and other.student_id = rounds.student_id and other.kind = rounds.kind)',
        );
    }

    protected function casts(): array
    {
        return [
            'audience' => TaskAudience::class, 'way_in' => WayIn::class, 'password' => 'encrypted', 'terms' => 'array',
            'weight' => 'float', 'optional' => 'boolean',
            'exceptions' => 'array', 'groups' => 'array', 'comments_open' => 'boolean', 'comments_named' => 'boolean',
            'opens_at' => 'immutable_datetime', 'due_at' => 'immutable_datetime', 'closes_at' => 'immutable_datetime',
            'planned_closes_at' => 'immutable_datetime',
            'taken_back_at' => 'immutable_datetime',
            'opening_left_at' => 'immutable_datetime', 'released_at' => 'immutable_datetime', 'created_at' => 'immutable_datetime',
        ];
    }
}
