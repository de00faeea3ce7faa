<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Words\Words;
use Illuminate\Contracts\Auth\StatefulGuard;
use Illuminate\Foundation\Auth\Access\AuthorizesRequests;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

abstract class Controller
{
    use AuthorizesRequests;

    /** The session's guard of that name. */
    protected function door(string $guard): StatefulGuard
    {
        return Auth::guard($guard);
    }

    /** Signs out at one door; who came in at the other in the same browser stays. */
    protected function leave(Request $request, string $guard): void
    {
        $this->door($guard)->logout();
        $request->session()->regenerate(true);
        $request->session()->regenerateToken();
    }

    /**
     * What is answered, with words in place of messages.
     *
     * @param  array<array-key, mixed>  $value
     * @return array<array-key, mixed>
     */
    protected function said(array $value): array
    {
        return app(Words::class)->fill($value);
    }

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
