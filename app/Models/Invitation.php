<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A colleague is asked to come to a school. Whoever has its link may accept, once.
 *
 * @property string $id
 * @property string $school_id
 * @property string $teacher_id who asks
 * @property string $email to which the letter went
 * @property string $token_hash of the last part of its link
 * @property CarbonImmutable $ends_at
 * @property ?CarbonImmutable $accepted_at
 * @property ?CarbonImmutable $withdrawn_at
 * @property CarbonImmutable $created_at
 * @property School $school
 * @property Teacher $teacher
 */
final class Invitation extends Model
{
    protected $table = 'invitations';

    protected $attributes = ['accepted_at' => null, 'withdrawn_at' => null];

    /** @param  Builder<self>  $invitations */
    public function scopeWaiting(Builder $invitations): void
    {
        $invitations->whereNull('accepted_at')->whereNull('withdrawn_at')->where('ends_at', '>', now());
    }

    /** @return BelongsTo<School, $this> */
    public function school(): BelongsTo
    {
        return $this->belongsTo(School::class);
    }

    /** @return BelongsTo<Teacher, $this> */
    public function teacher(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    protected function casts(): array
    {
        return [
            'ends_at' => 'immutable_datetime', 'accepted_at' => 'immutable_datetime', 'withdrawn_at' => 'immutable_datetime',
            'created_at' => 'immutable_datetime',
        ];
    }
}
