<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Exports\ExportMatter;
use HiddenLadder\App\Exports\ExportState;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A file that is made for a teacher, and kept for a day.
 *
 * @property string $id
 * @property string $teacher_id who asked for it
 * @property ExportMatter $matter
 * @property ?string $task_id
 * @property ?string $student_id
 * @property string $title what it is called, without an ending
 * @property ExportState $state
 * @property float $done 0 to 1
 * @property ?int $bytes once it is ready
 * @property CarbonImmutable $created_at
 * @property-read ?Task $task
 * @property-read ?Student $student
 */
final class Export extends Model
{
    protected $table = 'exports';

    protected $attributes = ['task_id' => null, 'student_id' => null, 'state' => 'waiting', 'done' => 0.0, 'bytes' => null];

    /** @return BelongsTo<Task, $this> */
    public function task(): BelongsTo
    {
        return $this->belongsTo(Task::class);
    }

    /** @return BelongsTo<Student, $this> */
    public function student(): BelongsTo
    {
        return $this->belongsTo(Student::class);
    }

    protected function casts(): array
    {
        return [
            'matter' => ExportMatter::class, 'state' => ExportState::class, 'done' => 'float', 'bytes' => 'integer',
            'created_at' => 'immutable_datetime',
        ];
    }
}
