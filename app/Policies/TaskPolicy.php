<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** A teacher reaches what they gave out; a student what is for them, as long as it is not taken back. */
final class TaskPolicy
{
    public function reach(Teacher $teacher, Task $task): Response
    {
        return $task->teacher_id === $teacher->id ? Response::allow() : Response::denyAsNotFound();
    }

    public function take(Student $student, Task $task): Response
    {
        return self::of(Task::query()->givenTo($student)->find($task->id));
    }

    /** @param  ?Task  $given as it was found among those that are for the student */
    public static function of(?Task $given): Response
    {
        return $given !== null && $given->taken_back_at === null ? Response::allow() : Response::denyAsNotFound();
    }
}
