<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Results\Evidence;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What the answers to a task say, after class. */
final class EvidenceController extends Controller
{
    public function __invoke(Request $request, Task $task, Evidence $evidence): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz.latestEdition']));

        $request->validate(['leastGroup' => ['integer', 'between:1,100']]);

        return new JsonResponse($this->said($evidence->of($task, $request->integer('leastGroup', 2))));
    }
}
