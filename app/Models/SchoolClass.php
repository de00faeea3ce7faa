<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A class with its roster and the phrase that brings a student in.
 *
 * @property string $id
 * @property string $school_id
 * @property string $teacher_id
 * @property string $name
 * @property string $phrase
 * @property ?CarbonImmutable $archived_at since then its phrase leads nowhere and its tasks are not seen by students
 * @property ?CarbonImmutable $no_code_until until then its students choose a first secret without a code
 * @property ?string $gradebook where the school's gradebook has its columns
 * @property CarbonImmutable $created_at
 * @property-read Collection<int, Task> $tasks
 * @property Teacher $teacher
 */
final class SchoolClass extends Model
{
    protected $table = 'classes';

    protected $attributes = ['archived_at' => null, 'no_code_until' => null, 'gradebook' => null];

    /** @return BelongsToMany<Student, $this> those who are in it now; `Student::inOrder` puts them in order */
    public function students(): BelongsToMany
    {
        return $this->belongsToMany(Student::class, 'enrolments', 'class_id', 'student_id')
            ->withPivot('name_key')
            ->wherePivotNull('removed_at');
    }

    /** @return BelongsToMany<Student, $this> those who were taken out */
    public function takenOut(): BelongsToMany
    {
        return $this->belongsToMany(Student::class, 'enrolments', 'class_id', 'student_id')->wherePivotNotNull('removed_at');
    }

    /** Whether its students choose a first secret without a code now: for one lesson, as their teacher says. */
    public function isWithoutCode(): bool
    {
        return $this->no_code_until !== null && $this->no_code_until > CarbonImmutable::now();
    }

    /** @return BelongsTo<Teacher, $this> */
    public function teacher(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    /** @return HasMany<Task, $this> */
    public function tasks(): HasMany
    {
        return $this->hasMany(Task::class, 'class_id')->orderByDesc('created_at');
    }

    protected function casts(): array
    {
        return ['archived_at' => 'immutable_datetime', 'no_code_until' => 'immutable_datetime'];
    }
}
