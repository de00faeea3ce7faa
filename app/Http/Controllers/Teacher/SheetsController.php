<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Tasks\Sheets;
use Illuminate\Http\JsonResponse;

/** A task to be printed: a sheet for each student, with its code. */
final class SheetsController extends Controller
{
    public function __invoke(Task $task, Sheets $sheets): JsonResponse
    {
        $this->authorize('reach', $task->load('class'));
        $codes = $sheets->of($task);

        return new JsonResponse($task->students()->filter(static fn (Student $student): bool => isset($codes[$student->id]))
            ->map(static fn (Student $student): array => [
                'student' => $student->id, 'name' => $student->name, 'code' => $codes[$student->id],
            ])->values()->all());
    }
}
