<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Threshold;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Tasks\Sheets;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** A photograph of a printed sheet is handed in by whoever holds it. It never tells whose it is. */
final class SheetController extends Controller
{
    public function __construct(private readonly Sheets $sheets)
    {
    }

    public function show(Request $request, string $sheet): JsonResponse
    {
        [$student, $task] = $this->found($request, $sheet);

        return $this->told($student, $task);
    }

    public function take(Request $request, string $sheet): JsonResponse
    {
        [$student, $task] = $this->found($request, $sheet);
        $file = $request->file('file');
        $this->sheets->handIn($student, $task, is_array($file) ? null : $file);

        return $this->told($student, $task, 201);
    }

    /** @return array{Student, Task} */
    private function found(Request $request, string $sheet): array
    {
        $door = Threshold::of($request, 'sheet');
        $door->knock();
        $found = $this->sheets->find($sheet) ?? abort(404);
        $door->opened();

        return $found;
    }

    private function told(Student $student, Task $task, int $status = 200): JsonResponse
    {
        return new JsonResponse([
            'title' => $task->loadMissing('quiz:id,title')->quiz->title,
            'open' => $task->forStudent($student->id)->state()->isRunning(),
            'arrived' => $this->sheets->arrived($student, $task),
        ], $status);
    }
}
