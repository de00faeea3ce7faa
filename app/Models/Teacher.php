<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Auth\Passwords\CanResetPassword;
use Illuminate\Contracts\Auth\Authenticatable;
use Illuminate\Contracts\Auth\CanResetPassword as Resettable;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Notifications\Notifiable;

/**
 * @property string $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property CarbonImmutable $created_at
 */
final class Teacher extends Model implements Authenticatable, Resettable
{
    use CanResetPassword, \Illuminate\Auth\Authenticatable, Notifiable;

    protected $hidden = ['password', 'remember_token'];

    /** @return HasMany<Quiz, $this> */
    public function quizzes(): HasMany
    {
        return $this->hasMany(Quiz::class);
    }

    /** @return HasMany<SchoolClass, $this> */
    public function classes(): HasMany
    {
        return $this->hasMany(SchoolClass::class);
    }

    /** @return HasMany<Medium, $this> */
    public function media(): HasMany
    {
        return $this->hasMany(Medium::class);
    }

    protected function casts(): array
    {
        return ['password' => 'hashed'];
    }
}
