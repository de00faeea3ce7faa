<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/**
 * One stretch of teaching, which groups tasks.
 *
 * @property string $id
 * @property string $school_id
 * @property string $teacher_id
 * @property string $name
 */
final class Unit extends Model
{
    protected $table = 'units';
}
