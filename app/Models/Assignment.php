<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A quiz given to a class, with terms.
 *
 * @property string $id
 * @property string $class_id
 * @property string $quiz_id
 * @property AssignmentState $state
 * @property array<array-key, mixed> $terms
 * @property ?CarbonImmutable $due_at
 * @property ?CarbonImmutable $released_at
 * @property ?CarbonImmutable $closed_at
 * @property CarbonImmutable $created_at
 * @property SchoolClass $class
 * @property Quiz $quiz
 */
final class Assignment extends Model
{
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

    /** @return HasMany<Round, $this> */
    public function rounds(): HasMany
    {
        return $this->hasMany(Round::class);
    }

    /** @return HasMany<Round, $this> the last of each student */
    public function latestRounds(): HasMany
    {
        $rounds = $this->rounds();
        $rounds->getQuery()->whereRaw('number = (select max(other.number) from rounds as other where other.assignment_id = rounds.assignment_id and other.student_id = rounds.student_id)');

        return $rounds;
    }

    protected function casts(): array
    {
        return ['terms' => 'array', 'state' => AssignmentState::class, 'due_at' => 'immutable_datetime', 'released_at' => 'immutable_datetime', 'closed_at' => 'immutable_datetime', 'created_at' => 'immutable_datetime'];
    }
}
