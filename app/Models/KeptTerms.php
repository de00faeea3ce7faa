<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Terms that a teacher keeps under a name, to give again.
 *
 * @property string $id
 * @property string $teacher_id
 * @property string $name
 * @property array<array-key, mixed> $terms without what opens a task: that is no matter of a set
 */
final class KeptTerms extends Model
{
    protected $table = 'kept_terms';

    /** @return BelongsTo<Teacher, $this> */
    public function teacher(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    protected function casts(): array
    {
        return ['terms' => 'array'];
    }
}
