<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use HiddenLadder\App\School\SignUp;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\Config;

/**
 * Teachers, students and classes belong to one. Whoever signs up alone has one of their own, and keeps it.
 *
 * @property string $id
 * @property string $name
 * @property bool $is_demo it holds the invented data of the demo
 * @property bool $is_host the first on this server: its keepers say who may sign up here
 * @property SignUp $sign_up as the keepers of the host have it
 * @property string $time_zone by which its days begin, as IANA names it
 */
final class School extends Model
{
    protected $table = 'schools';

    protected $attributes = ['is_demo' => false, 'is_host' => false, 'sign_up' => 'anyone', 'time_zone' => 'UTC'];

    /** The one whose keepers see to this server, where there is one. */
    public static function host(): ?self
    {
        return self::query()->where('is_host', true)->orderBy('id')->first();
    }

    /** Who may sign up on this server. */
    public static function signUp(): SignUp
    {
        return self::host()->sign_up ?? SignUp::Anyone;
    }

    /** Whether an account that is made now is the first, which the person who runs the server has to make. */
    public static function needsStartUpCode(): bool
    {
        return Config::string('hidden_ladder.startup_code') !== '' && self::query()->doesntExist();
    }

    /** A new one. The first on a server is its host. */
    public static function found(string $name, string $timeZone = 'UTC', bool $isDemo = false): self
    {
        return self::query()->create([
            'name' => $name, 'time_zone' => $timeZone, 'is_demo' => $isDemo, 'is_host' => self::query()->doesntExist(),
        ]);
    }

    /** @return HasMany<Teacher, $this> */
    public function teachers(): HasMany
    {
        return $this->hasMany(Teacher::class);
    }

    /** @return HasMany<Student, $this> */
    public function students(): HasMany
    {
        return $this->hasMany(Student::class);
    }

    /** @return HasMany<SchoolClass, $this> */
    public function classes(): HasMany
    {
        return $this->hasMany(SchoolClass::class);
    }

    /** @return HasMany<Invitation, $this> */
    public function invitations(): HasMany
    {
        return $this->hasMany(Invitation::class);
    }

    protected function casts(): array
    {
        return ['is_demo' => 'boolean', 'is_host' => 'boolean', 'sign_up' => SignUp::class];
    }
}
