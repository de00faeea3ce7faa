<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\ConversationLines;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Messages\SentMessage;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\State;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What a student asks about a question, and what the teacher answered. */
final class ConversationController extends Controller
{
    public function __construct(private readonly Conversations $conversations)
    {
    }

    public function ofRound(Request $request, Round $round): JsonResponse
    {
        $this->authorize('walk', $round);

        return $this->lines($request, $round);
    }

    public function ask(Request $request, Round $round, RoundBook $book): JsonResponse
    {
        $this->authorize('walk', $round);
        $sent = Fields::of($request->json()->all())->only(['id', 'question', 'text']);
        $question = $sent->string('question');
        if (! $this->hasMet($round, $question, $book)) {
            throw new Rejected(Reason::NotFound, new Message('problem.not-found'));
        }
        $this->conversations->askAsStudent($this->student($request), $round, $question, SentMessage::read($sent));

        return $this->lines($request, $round, 201);
    }

    public function see(Request $request, string $conversation): Response
    {
        $this->reach($request, $conversation);
        $this->conversations->see($conversation);

        return new Response('', 204);
    }

    /** To what the teacher has said. */
    public function reply(Request $request, string $conversation): Response
    {
        $this->reach($request, $conversation);
        $sent = Fields::of($request->json()->all())->only(['id', 'text']);
        $this->conversations->reply($conversation, SentMessage::read($sent));

        return new Response('', 204);
    }

    private function reach(Request $request, string $conversation): void
    {
        $this->authorize('personal', $this->student($request));
        if ($this->conversations->messages($conversation)->first()?->student_id !== $this->student($request)->id) {
            throw new Rejected(Reason::NotFound, new Message('problem.not-found'));
        }
    }

    private function lines(Request $request, Round $round, int $status = 200): JsonResponse
    {
        // Who came in by name alone asks, and does not read: it may be somebody else's.
        $found = $this->student($request)->isProven() ? $this->conversations->ofRound($round) : [];
        $lines = new ConversationLines($found, asTeacher: false);

        return new JsonResponse($lines->toArray($request), $status);
    }

    /** Only what was met is asked about, so that nothing is told of what lies ahead. */
    private function hasMet(Round $round, string $question, RoundBook $book): bool
    {
        $place = $book->view($round)['place'] ?? [];
        $shown = is_array($place) && is_array($place['question'] ?? null) ? ($place['question']['id'] ?? null) : null;

        return $shown === $question || isset(State::fromArray($round->state)->records[$question]);
    }
}
