<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\School\Merging;
use HiddenLadder\App\School\PersonActs;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Two students who are one. */
final class MergeController extends Controller
{
    public function __construct(private readonly Merging $merging, private readonly PersonActs $acts)
    {
    }

    public function store(Request $request, SchoolClass $class, string $student): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['gone' => ['required', 'string']]);
        $kept = $class->students()->findOrFail($student);
        $gone = self::reached($this->teacher($request), $request->string('gone')->value());
        abort_if($gone->id === $kept->id, 404);
        $merge = $this->acts->merge($this->teacher($request), $kept, $gone);

        return new JsonResponse(['id' => $merge?->id], 201);
    }

    public function takeBack(Merge $merge): Response
    {
        $this->authorize('takeBack', $merge);
        $this->merging->takeBack($merge);

        return new Response('', 204);
    }

    /** Somebody of one of the teacher's classes, also one who was taken out, or a guest of one of their tasks. */
    private static function reached(Teacher $teacher, string $student): Student
    {
        $classes = $teacher->classes()->select('id');
        $tasks = $teacher->tasks()->select('id');

        return Student::query()->where(static fn ($either) => $either
            ->whereIn('id', static fn ($query) => $query->from('enrolments')->whereIn('class_id', $classes)->select('student_id'))
            ->orWhereIn('id', static fn ($query) => $query->from('task_students')->whereIn('task_id', $tasks)->select('student_id')))
            ->findOrFail($student);
    }
}
