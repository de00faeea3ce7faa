<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** A teacher leads their own; a student comes into one of a class they are in. */
final class SittingPolicy
{
    public function lead(Teacher $teacher, Sitting $sitting): Response
    {
        return $sitting->teacher_id === $teacher->id ? Response::allow() : Response::denyAsNotFound();
    }

    public function enter(Student $student, Sitting $sitting): Response
    {
        return $student->classes()->whereKey($sitting->class_id)->whereNull('archived_at')->exists()
            ? Response::allow()
            : Response::denyAsNotFound();
    }
}
