<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Results\ClassObjectives;
use HiddenLadder\App\Results\ClassRecord;
use HiddenLadder\App\Results\TaskRounds;
use HiddenLadder\App\Tasks\Giving;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The record of a class over all its tasks. */
final class RecordController extends Controller
{
    public function show(Request $request, SchoolClass $class, ClassRecord $record): JsonResponse
    {
        $this->authorize('reach', $class);
        $unit = $request->string('unit')->value();

        return new JsonResponse($record->of($class, $unit === '' ? null : $unit));
    }

    /** How the class stands with its objectives, over time and over quizzes. */
    public function objectives(SchoolClass $class, ClassObjectives $objectives): JsonResponse
    {
        $this->authorize('reach', $class);

        return new JsonResponse($objectives->of($class));
    }

    /** Every round of a task. */
    public function rounds(Task $task, TaskRounds $rounds): JsonResponse
    {
        $this->authorize('reach', $task->load('class'));

        return new JsonResponse($rounds->of($task));
    }

    /** The task counts for nothing in a student's record. */
    public function excuse(Task $task, string $student, Giving $giving): Response
    {
        return $this->put($task, $student, $giving, true);
    }

    public function noExcuse(Task $task, string $student, Giving $giving): Response
    {
        return $this->put($task, $student, $giving, false);
    }

    /** One student sees their score, or does not, whatever the others do. */
    public function release(Request $request, Task $task, string $student, Giving $giving): Response
    {
        $this->authorize('reach', $task->load('class'));
        abort_unless($task->students()->contains('id', $student), 404);
        $request->validate(['released' => ['required', 'boolean']]);
        $giving->release($task, $student, $request->boolean('released'));

        return new Response('', 204);
    }

    private function put(Task $task, string $student, Giving $giving, bool $isExcused): Response
    {
        $this->authorize('reach', $task->load('class'));
        abort_unless($task->students()->contains('id', $student), 404);
        $giving->excuse($task, $student, $isExcused);

        return new Response('', 204);
    }
}
