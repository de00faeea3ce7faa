<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Sittings\Attendance;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Whether somebody may listen where something changes. The web server asks before it lets them. */
final class LiveController extends Controller
{
    public function __invoke(Request $request): Response
    {
        [$kind, $id] = array_pad(explode('/', (string) $request->header('X-Channel'), 2), 2, '');
        $teacher = $request->user('teacher');
        $student = $request->user('student');
        $may = match ($kind) {
            'teacher' => $teacher instanceof Teacher && $teacher->id === $id,
            'task' => $teacher instanceof Teacher && self::gave($teacher, $id),
            'quiz' => $teacher instanceof Teacher && Quiz::query()->where('teacher_id', $teacher->id)->whereKey($id)->exists(),
            'student' => $student instanceof Student && $student->id === $id,
            'front' => $teacher instanceof Teacher && self::leads($teacher, $id),
            'sitting' => ($teacher instanceof Teacher && self::leads($teacher, $id))
                || ($student instanceof Student && self::isIn($student, $id)),
            default => false,
        };
        abort_unless($may, 403);

        return new Response('', 204);
    }

    private static function leads(Teacher $teacher, string $sitting): bool
    {
        return Sitting::query()->whereKey($sitting)->where('teacher_id', $teacher->id)->exists();
    }

    private static function isIn(Student $student, string $sitting): bool
    {
        return Attendance::of($student)?->sitting_id === $sitting;
    }

    private static function gave(Teacher $teacher, string $task): bool
    {
        return Task::query()->where('teacher_id', $teacher->id)
            ->where(static fn ($either) => $either->whereKey($task)->orWhere('given_together', $task))->exists();
    }
}
