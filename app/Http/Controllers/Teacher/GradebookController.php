<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Gradebook\Gradebook;
use HiddenLadder\App\Gradebook\Key;
use HiddenLadder\App\Gradebook\Passing;
use HiddenLadder\App\Gradebook\PassScores;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\PassedScore;
use HiddenLadder\App\Models\PassedTask;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Passing scores on to the school's gradebook: which tasks, and what became of each score. */
final class GradebookController extends Controller
{
    public function show(SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $passed = PassedTask::query()->with('scores')->whereIn('task_id', $class->tasks()->select('id'))->get()->keyBy('task_id');
        $rest = $class->gradebook === null ? null : PassScores::resting($class->gradebook);

        return new JsonResponse([
            'isSet' => Gradebook::isSet(),
            'columns' => $class->gradebook,
            'away' => $rest === null ? null : [
                'why' => $rest['why']->value, 'at' => $rest['at']->toIso8601ZuluString(), 'until' => $rest['until']->toIso8601ZuluString(),
            ],
            'tasks' => array_values($passed->map(static fn (PassedTask $one): array => [
                'task' => $one->task_id, 'isOn' => $one->is_on, 'hasColumn' => $one->item !== null,
                'scores' => array_values($one->scores->map(static fn (PassedScore $score): array => [
                    'student' => $score->student_id, 'state' => $score->state->value, 'reason' => $score->reason?->value,
                    'score' => $score->score, 'isProvisional' => $score->grading === 'PendingManual',
                    'at' => $score->at->toIso8601ZuluString('millisecond'), 'sentAt' => $score->sent_at?->toIso8601ZuluString(),
                ])->all()),
            ])->all()),
        ]);
    }

    /** Where the gradebook has the columns of the class. */
    public function connect(Request $request, SchoolClass $class, Passing $passing): Response
    {
        $this->authorize('reach', $class);
        $request->validate(['columns' => ['required', 'string', 'max:900']]);
        $columns = $request->string('columns')->trim()->value();
        if (! Gradebook::isSet() || ! Gradebook::isIts($columns)) {
            $why = new Message('problem.gradebook.not-its-address');
            throw Rejected::invalid($why, [new Fault('/columns', $why)]);
        }
        $passing->connect($class, $columns);

        return new Response('', 204);
    }

    /** Nothing is passed on any more; what stands there stays. */
    public function disconnect(SchoolClass $class): Response
    {
        $this->authorize('reach', $class);
        $class->update(['gradebook' => null]);

        return new Response('', 204);
    }

    public function begin(Task $task, Passing $passing): Response
    {
        $this->authorize('reach', $task->load('class'));
        if ($task->class?->gradebook === null) {
            throw new Rejected(Reason::Invalid, new Message('problem.gradebook.not-connected'));
        }
        $passing->begin($task);

        return new Response('', 204);
    }

    public function end(Task $task): Response
    {
        $this->authorize('reach', $task);
        PassedTask::query()->whereKey($task->id)->update(['is_on' => false]);

        return new Response('', 204);
    }

    public function again(Task $task, Passing $passing): Response
    {
        $this->authorize('reach', $task->load('class'));
        $passing->again($task);

        return new Response('', 204);
    }

    /** The public half of the key with which this program signs, for the gradebook (RFC 7517). */
    public function keys(): JsonResponse
    {
        return new JsonResponse(['keys' => Gradebook::isSet() ? [Key::public()] : []]);
    }
}
