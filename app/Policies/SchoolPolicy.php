<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** A school is seen to by its keepers. */
final class SchoolPolicy
{
    public function keep(Teacher $teacher, School $school): Response
    {
        return $teacher->is_keeper && $teacher->school_id === $school->id ? Response::allow() : Response::denyAsNotFound();
    }
}
