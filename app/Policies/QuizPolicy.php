<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** A teacher reaches their own quizzes. That another's exists is not told. */
final class QuizPolicy
{
    public function reach(Teacher $teacher, Quiz $quiz): Response
    {
        return $quiz->teacher_id === $teacher->id ? Response::allow() : Response::denyAsNotFound();
    }
}
