<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\ConversationLines;
use HiddenLadder\App\Http\Resources\PersonActLine;
use HiddenLadder\App\Http\Resources\QuizLine;
use HiddenLadder\App\Http\Resources\TaskLines;
use HiddenLadder\App\Media\Quotas;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Pile\Pile;
use HiddenLadder\App\Results\Openings;
use HiddenLadder\App\School\PersonActs;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What was asked, what runs, and what was worked on last. */
final class TodayController extends Controller
{
    public function __invoke(Request $request, Conversations $conversations, Pile $pile, PersonActs $acts): JsonResponse
    {
        $teacher = $this->teacher($request);
        $running = $teacher->tasks()->ofClassesInUse()->notAtOnce()->inState(TaskState::Open, TaskState::Due)
            ->orderByDesc('created_at')->get();
        $drafts = $teacher->quizzes()->with('latestEdition')->where('state', '!=', QuizState::Archived)->where('put_at_once', false)
            ->orderByDesc('updated_at')->limit(4)->get();
        $open = Sitting::query()->where('teacher_id', $teacher->id)->whereNotNull('open_for')->with('class:id,name')->get();

        return new JsonResponse([
            'sittings' => $open->map(static fn (Sitting $one): array => ['id' => $one->id, 'class' => $one->class->name])->all(),
            'asked' => new ConversationLines($conversations->waitingFor($teacher), asTeacher: true),
            'personActs' => $acts->of($teacher)->map(static fn (PersonAct $act): array => PersonActLine::of($act, $teacher))->all(),
            // The keepers see to it before work is lost.
            'isDiskFull' => $teacher->is_keeper && ! Quotas::hasRoom(),
            'openings' => Openings::waiting($teacher),
            'reading' => $pile->tasks($teacher),
            'running' => new TaskLines($running),
            'quizzes' => QuizLine::collection($drafts),
        ]);
    }
}
