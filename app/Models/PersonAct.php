<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use HiddenLadder\App\School\PersonActKind;
use HiddenLadder\App\School\PersonActState;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What a teacher did, or asks to do, to a student who is in other teachers' classes too.
 *
 * @property string $id
 * @property string $school_id
 * @property string $student_id
 * @property string $teacher_id who did or asked it
 * @property PersonActKind $kind
 * @property array<string, mixed> $data of a name: the new one; of a merge: who is gone
 * @property PersonActState $state
 * @property ?string $decided_by
 * @property ?CarbonImmutable $decided_at
 * @property CarbonImmutable $created_at
 * @property Student $student
 * @property Teacher $teacher
 * @property ?Teacher $decider
 */
final class PersonAct extends Model
{
    protected $table = 'person_acts';

    /** @return BelongsTo<Student, $this> */
    public function student(): BelongsTo
    {
        return $this->belongsTo(Student::class);
    }

    /** @return BelongsTo<Teacher, $this> */
    public function teacher(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    /** @return BelongsTo<Teacher, $this> */
    public function decider(): BelongsTo
    {
        return $this->belongsTo(Teacher::class, 'decided_by');
    }

    protected function casts(): array
    {
        return [
            'kind' => PersonActKind::class, 'state' => PersonActState::class, 'data' => 'array', 'decided_at' => 'immutable_datetime',
        ];
    }
}
