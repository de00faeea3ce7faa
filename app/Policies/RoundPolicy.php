<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use Illuminate\Auth\Access\Response;

/** A student reaches their own rounds, as long as the task is for them. */
final class RoundPolicy
{
    public function __construct(private readonly TaskPolicy $tasks)
    {
    }

    public function walk(Student $student, Round $round): Response
    {
        return $round->student_id === $student->id
            ? $this->tasks->take($student, $round->loadMissing('task')->task)
            : Response::denyAsNotFound();
    }
}
