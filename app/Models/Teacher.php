<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Mail\PasswordLetter;
use Illuminate\Auth\Passwords\CanResetPassword;
use Illuminate\Contracts\Auth\Authenticatable;
use Illuminate\Contracts\Auth\CanResetPassword as Resettable;
use Illuminate\Contracts\Translation\HasLocalePreference;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Notifications\Notifiable;

/**
 * @property string $id
 * @property string $school_id
 * @property bool $is_keeper of the school
 * @property ?CarbonImmutable $let_go_at by the keeper of the school: the account is shut
 * @property ?array<string, list<string>> $handed_over what a colleague took over then, by table
 * @property int $epoch raised when all their sessions are to end
 * @property ?string $device that came in last
 * @property string $name
 * @property string $email
 * @property string $password
 * @property string $language that letters to them are written in
 * @property ?list<array{unit: string, code: string, text: string}> $objectives the list that the teacher keeps
 * @property ?string $standing_instructions with which new quizzes begin, as rich text
 * @property CarbonImmutable $created_at
 */
final class Teacher extends Model implements Authenticatable, HasEpoch, HasLocalePreference, Resettable
{
    use CanResetPassword, \Illuminate\Auth\Authenticatable, Notifiable;

    protected $table = 'teachers';

    protected $hidden = ['password', 'remember_token'];

    protected $attributes = [
        'is_keeper' => false, 'let_go_at' => null, 'handed_over' => null, 'epoch' => 0, 'device' => null, 'language' => 'en',
    ];

    /** @return BelongsTo<School, $this> */
    public function school(): BelongsTo
    {
        return $this->belongsTo(School::class);
    }

    public function preferredLocale(): string
    {
        return $this->language;
    }

    /** @param  string  $token */
    public function sendPasswordResetNotification($token): void
    {
        $this->notify(new PasswordLetter($token));
    }

    public function epoch(): int
    {
        return $this->epoch;
    }

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

    /** @return HasMany<Task, $this> what they gave out */
    public function tasks(): HasMany
    {
        return $this->hasMany(Task::class);
    }

    /** @return HasMany<Medium, $this> */
    public function media(): HasMany
    {
        return $this->hasMany(Medium::class);
    }

    protected function casts(): array
    {
        return ['password' => 'hashed', 'is_keeper' => 'boolean', 'epoch' => 'integer', 'objectives' => 'array',
            'let_go_at' => 'immutable_datetime', 'handed_over' => 'array'];
    }
}
