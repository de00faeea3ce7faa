<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\School\PersonActs;
use Illuminate\Auth\Access\Response;

/** What is personal to a student: for themselves, once they have proved who they are; and whose teacher may act on them alone. */
final class StudentPolicy
{
    public function personal(Student $student, Student $whose): Response
    {
        return $student->id === $whose->id && $student->isProven() ? Response::allow() : Response::denyAsNotFound();
    }

    /** Secret, name, merging: alone by a keeper of the school, or by the only teacher whose classes the student is in. */
    public function actAlone(Teacher $teacher, Student $student): bool
    {
        return ($teacher->is_keeper && $teacher->school_id === $student->school_id) || PersonActs::otherTeachers($teacher, $student) === [];
    }
}
