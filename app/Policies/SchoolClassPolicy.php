<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** A teacher reaches their own classes. */
final class SchoolClassPolicy
{
    public function reach(Teacher $teacher, SchoolClass $class): Response
    {
        return $class->teacher_id === $teacher->id ? Response::allow() : Response::denyAsNotFound();
    }
}
