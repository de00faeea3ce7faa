<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * Teachers, students and classes belong to one. Whoever signs up alone has one of their own, and keeps it.
 *
 * @property string $id
 * @property string $name
 * @property bool $is_demo it holds the invented data of the demo
 */
final class School extends Model
{
    protected $table = 'schools';

    protected $attributes = ['is_demo' => false];

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

    protected function casts(): array
    {
        return ['is_demo' => 'boolean'];
    }
}
