<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Results\Evidence;
use HiddenLadder\App\Tasks\TaskComments;
use HiddenLadder\Core\Quiz\VideoStop;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** How a video of a task was watched, and what was written at its moments. */
final class WatchingController extends Controller
{
    public function __construct(private readonly Live $live)
    {
    }

    public function show(Task $task, string $video, Evidence $evidence, Editions $editions): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz.latestEdition']));
        $record = $evidence->watching($task, $video) ?? abort(404);
        $edition = $task->quiz->latestEdition;
        $stop = $edition === null ? null : $editions->read($edition)->stop($video);

        return new JsonResponse($record + [
            'comments' => $stop instanceof VideoStop ? TaskComments::ofVideo($task, $stop) : [],
            'commentsOpen' => $task->comments_open, 'commentsNamed' => $task->comments_named,
        ]);
    }

    /** Whether the class sees them, and with names. */
    public function open(Request $request, Task $task): Response
    {
        $this->authorize('reach', $task);
        $asked = $request->validate(['open' => ['required', 'boolean'], 'named' => ['required', 'boolean']]);
        $task->update(['comments_open' => (bool) $asked['open'], 'comments_named' => (bool) $asked['named']]);
        $this->live->frontOf($task);

        return response()->noContent();
    }

    public function hide(Task $task, Round $round, int $number): Response
    {
        $this->ofTask($task, $round);
        TaskComments::hide($round, $number);
        $this->live->frontOf($task);

        return response()->noContent();
    }

    public function unhide(Task $task, Round $round, int $number): Response
    {
        $this->ofTask($task, $round);
        TaskComments::unhide($round, $number);
        $this->live->frontOf($task);

        return response()->noContent();
    }

    private function ofTask(Task $task, Round $round): void
    {
        $this->authorize('reach', $task);
        abort_unless($round->task_id === $task->id, 404);
    }
}
