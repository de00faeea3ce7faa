<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use HiddenLadder\Core\Sitting\SittingState;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A class that is led from the front. Its state is derived from its acts.
 *
 * @property string $id
 * @property string $class_id
 * @property string $teacher_id who leads it
 * @property ?string $open_for the class while it is open
 * @property array<array-key, mixed> $state
 * @property CarbonImmutable $opened_at
 * @property CarbonImmutable $moved_at
 * @property ?CarbonImmutable $ended_at
 * @property SchoolClass $class
 * @property-read Collection<int, SittingStudent> $students
 */
final class Sitting extends Model
{
    protected $table = 'sittings';

    public $timestamps = false;

    protected $attributes = ['ended_at' => null];

    public function stands(): SittingState
    {
        return SittingState::fromArray($this->state);
    }

    /** @return BelongsTo<SchoolClass, $this> */
    public function class(): BelongsTo
    {
        return $this->belongsTo(SchoolClass::class, 'class_id');
    }

    /** @return HasMany<SittingStudent, $this> those who have come in and not left */
    public function students(): HasMany
    {
        return $this->hasMany(SittingStudent::class)->whereNull('left_at');
    }

    protected function casts(): array
    {
        return [
            'state' => 'array', 'opened_at' => 'immutable_datetime', 'moved_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime',
        ];
    }
}
