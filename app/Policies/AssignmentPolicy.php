<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** A teacher reaches what they gave to a class of theirs; a student what was given to a class they are in. */
final class AssignmentPolicy
{
    public function reach(Teacher $teacher, Assignment $assignment): Response
    {
        return $assignment->class->teacher_id === $teacher->id ? Response::allow() : Response::denyAsNotFound();
    }

    public function take(Student $student, Assignment $assignment): Response
    {
        return $student->classes()->whereKey($assignment->class_id)->exists() ? Response::allow() : Response::denyAsNotFound();
    }
}
