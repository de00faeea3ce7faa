<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @phpstan-type ClassPlace array{class: string, removed: ?string, moved: bool}
 * @phpstan-type TaskPlace array{task: string, moved: bool}
 * @phpstan-type Moved array{
 *     rounds: list<string>, media: list<string>, messages: list<string>, enrolments: list<ClassPlace>, tasks: list<TaskPlace>,
 * }
 *
 * Two students were found to be one, and what came from the one to the other by it.
 *
 * @property string $id
 * @property string $teacher_id who found it
 * @property string $kept_id
 * @property string $gone_id
 * @property Moved $moved
 * @property ?CarbonImmutable $taken_back_at
 * @property Student $kept
 * @property Student $gone
 */
final class Merge extends Model
{
    protected $table = 'merges';

    protected $attributes = ['taken_back_at' => null];

    /** @return BelongsTo<Student, $this> */
    public function kept(): BelongsTo
    {
        return $this->belongsTo(Student::class, 'kept_id');
    }

    /** @return BelongsTo<Student, $this> */
    public function gone(): BelongsTo
    {
        return $this->belongsTo(Student::class, 'gone_id');
    }

    protected function casts(): array
    {
        return ['moved' => 'array', 'taken_back_at' => 'immutable_datetime'];
    }
}
