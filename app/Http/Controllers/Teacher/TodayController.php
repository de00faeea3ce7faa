<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\ConversationLines;
use HiddenLadder\App\Http\Resources\QuizLine;
use HiddenLadder\App\Http\Resources\TaskLines;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\TaskState;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What was asked, what runs, and what was worked on last. */
final class TodayController extends Controller
{
    public function __invoke(Request $request, Conversations $conversations): JsonResponse
    {
        $teacher = $this->teacher($request);
        $running = $teacher->tasks()->ofClassesInUse()->inState(TaskState::Open, TaskState::Due)->orderByDesc('created_at')->get();
        $drafts = $teacher->quizzes()->with('latestEdition')->where(
            'state',
            '!=',
            QuizState::Archived,
        )->orderByDesc('updated_at')->limit(4)->get();

        return new JsonResponse([
            'asked' => new ConversationLines($conversations->waitingFor($teacher), asTeacher: true),
            'running' => new TaskLines($running),
            'quizzes' => QuizLine::collection($drafts),
        ]);
    }
}
