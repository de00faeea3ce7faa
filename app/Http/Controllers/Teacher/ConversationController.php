<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\ConversationLines;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Messages\SentMessage;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What a teacher was asked, and what they answer. */
final class ConversationController extends Controller
{
    public function __construct(private readonly Conversations $conversations)
    {
    }

    public function about(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return $this->ofQuiz($request, $quiz);
    }

    /** Whoever rehearses a quiz asks about a question of it. */
    public function ask(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $sent = Fields::of($request->json()->all())->only(['id', 'question', 'text']);
        $this->conversations->askAsColleague($this->teacher($request), $quiz, $sent->string('question'), SentMessage::read($sent));

        return $this->ofQuiz($request, $quiz, 201);
    }

    /** A word to students of a task, to one or to those who share something. */
    public function tell(Request $request, Task $task): Response
    {
        $this->authorize('reach', $task->load('quiz:id,title'));
        $sent = Fields::of($request->json()->all())->only(['id', 'text', 'students']);
        $known = $task->students()->modelKeys();
        $students = array_values(array_unique($sent->strings('students')));
        if ($students === [] || array_diff($students, $known) !== []) {
            throw Rejected::invalid(new Message('problem.message.nobody'));
        }
        $this->conversations->tellStudents($task, $students, SentMessage::read($sent));

        return new Response('', 204);
    }

    public function answer(Request $request, string $conversation): Response
    {
        $this->reach($request, $conversation);
        $sent = Fields::of($request->json()->all())->only(['id', 'text', 'upTo']);
        $this->conversations->answer($conversation, SentMessage::read($sent), $sent->stringOrNull('upTo'));

        return new Response('', 204);
    }

    public function settle(Request $request, string $conversation): Response
    {
        $this->reach($request, $conversation);
        $this->conversations->settle($conversation, $request->filled('upTo') ? $request->string('upTo')->value() : null);

        return new Response('', 204);
    }

    public function open(Request $request, string $conversation): Response
    {
        $this->reach($request, $conversation);
        $this->conversations->open($conversation);

        return new Response('', 204);
    }

    /** A conversation is reached by the teacher it is with. */
    private function reach(Request $request, string $conversation): void
    {
        if ($this->conversations->messages($conversation)->first()?->teacher_id !== $this->teacher($request)->id) {
            throw new Rejected(Reason::NotFound, new Message('problem.not-found'));
        }
    }

    private function ofQuiz(Request $request, Quiz $quiz, int $status = 200): JsonResponse
    {
        return new JsonResponse((new ConversationLines($this->conversations->about($quiz), asTeacher: true))->toArray($request), $status);
    }
}
