<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use Illuminate\Auth\Access\Response;

/** A student reaches their own rounds. */
final class RoundPolicy
{
    public function walk(Student $student, Round $round): Response
    {
        return $round->student_id === $student->id ? Response::allow() : Response::denyAsNotFound();
    }
}
