<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Illuminate\Contracts\Auth\Authenticatable;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property string $id
 * @property string $name
 * @property float $extra_time factor of time, 1 to 4
 * @property ?array<string, mixed> $reading how pages read for them
 * @property ?string $secret hash of what the student chose at the first entry
 */
final class Student extends Model implements Authenticatable
{
    use \Illuminate\Auth\Authenticatable;

    protected $hidden = ['secret'];

    protected $attributes = ['extra_time' => 1.0];

    /** @return BelongsToMany<SchoolClass, $this> */
    public function classes(): BelongsToMany
    {
        return $this->belongsToMany(SchoolClass::class, 'enrolments', 'student_id', 'class_id')->wherePivotNull('removed_at');
    }

    /** @return HasMany<Medium, $this> what was handed in */
    public function media(): HasMany
    {
        return $this->hasMany(Medium::class);
    }

    /** @return HasMany<Round, $this> */
    public function rounds(): HasMany
    {
        return $this->hasMany(Round::class);
    }

    protected function casts(): array
    {
        return ['extra_time' => 'float', 'reading' => 'array'];
    }

    public function getAuthPasswordName(): string
    {
        return 'secret';
    }

    /** Students are not remembered: tablets are shared. */
    public function getRememberTokenName(): string
    {
        return '';
    }
}
