<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Pile\Phrases;
use HiddenLadder\App\Pile\Pile;
use HiddenLadder\App\Pile\SeenAnswer;
use HiddenLadder\App\Pile\WritingAgain;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Restored;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What waits to be read, and what a person says to it. */
final class PileController extends Controller
{
    public function index(Request $request, Pile $pile): JsonResponse
    {
        return $this->pile($request, $pile, null);
    }

    public function ofTask(Request $request, Task $task, Pile $pile): JsonResponse
    {
        $this->authorize('reach', $task);

        return $this->pile($request, $pile, $task);
    }

    private function pile(Request $request, Pile $pile, ?Task $task): JsonResponse
    {
        $teacher = $this->teacher($request);

        return new JsonResponse([
            'tasks' => $pile->tasks($teacher),
            'read' => $pile->read($teacher, $task),
            'phrases' => Phrases::of($teacher),
        ] + $pile->answers($teacher, $task));
    }

    /** A person's word on an answer: a share of the points with a comment, or sent back. It is an event of the round. */
    public function overrule(Request $request, Task $task, string $round, RoundBook $book, WritingAgain $writing): Response
    {
        $this->authorize('reach', $task->load('class'));
        $body = Fields::of($request->json()->all());
        $body->only(['question', 'stop', 'share', 'comment', 'sendBack', 'seen']);
        $event = new Overruled(
            $body->stringOrNull('question'), $body->number('share'), $body->stringOr('comment', ''), $body->booleanOr('sendBack', false),
            $body->stringOrNull('stop'), $this->teacher($request)->id,
        );
        $seen = $body->stringOrNull('seen');
        $book->word($round, static function (Round $found) use ($task, $event, $seen, $writing): void {
            self::isOf($task, $found);
            if ($seen !== null && $event->question !== null) {
                SeenAnswer::stillWaits($found, $event->question, $seen);
            }
            if ($event->sendBack) {
                $writing->open($found);
            }
        }, $event);
        Phrases::used($this->teacher($request), $event->comment);

        return new Response('', 204);
    }

    /** What a person said is taken back: it counts as it was marked. */
    public function restore(Request $request, Task $task, string $round, RoundBook $book): Response
    {
        $this->authorize('reach', $task->load('class'));
        $body = Fields::of($request->json()->all());
        $body->only(['question', 'stop']);
        $event = new Restored($body->stringOrNull('question'), $body->stringOrNull('stop'), $this->teacher($request)->id);
        $book->word($round, static fn (Round $found) => self::isOf($task, $found), $event);

        return new Response('', 204);
    }

    private static function isOf(Task $task, Round $round): void
    {
        abort_unless($task->allRounds()->whereKey($round->id)->exists(), 404);
    }
}
