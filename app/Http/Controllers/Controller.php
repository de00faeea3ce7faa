<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Foundation\Auth\Access\AuthorizesRequests;
use Illuminate\Http\Request;

abstract class Controller
{
    use AuthorizesRequests;

    protected function teacher(Request $request): Teacher
    {
        $teacher = $request->user('teacher');
        assert($teacher instanceof Teacher);

        return $teacher;
    }

    protected function student(Request $request): Student
    {
        $student = $request->user('student');
        assert($student instanceof Student);

        return $student;
    }
}
