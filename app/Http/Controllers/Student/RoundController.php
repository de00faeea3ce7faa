<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\PersonalParts;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Rounds\Beginning;
use HiddenLadder\App\Rounds\Returning;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\SentEvent;
use HiddenLadder\Core\Fields;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** A student's rounds: begin, see where it stands, and send what was done. */
final class RoundController extends Controller
{
    public function __construct(private readonly RoundBook $book)
    {
    }

    public function begin(Request $request, Task $task, Beginning $beginning): JsonResponse
    {
        $this->authorize('take', $task);
        $request->validate(['again' => ['boolean'], 'password' => ['nullable', 'string', 'max:200']]);
        $password = $request->filled('password') ? $request->string('password')->value() : null;

        return $this->seen($request, $beginning->begin($this->student($request), $task, $request->boolean('again'), $password));
    }

    /** A return of what was mastered: the one that is under way, or a new one where it is due. */
    public function comeBack(Request $request, Task $task, Returning $returning): JsonResponse
    {
        $this->authorize('take', $task);

        return $this->seen($request, $returning->begin($this->student($request), $task));
    }

    public function show(Request $request, Round $round): JsonResponse
    {
        return $this->seen($request, $round);
    }

    /** One event. It is stored before the answer is sent; sent again, it gives the same answer and is no second event. */
    public function take(Request $request, string $round): JsonResponse
    {
        $sent = SentEvent::read(Fields::of($request->json()->all()), (int) now()->valueOf());

        $view = $this->book->take($round, fn (Round $found) => $this->authorize('walk', $found), $sent);

        return new JsonResponse(PersonalParts::shownTo($this->student($request), $view));
    }

    private function seen(Request $request, Round $round): JsonResponse
    {
        $this->authorize('walk', $round);
        $view = PersonalParts::shownTo($this->student($request), $this->book->view($round));
        $this->book->seen($round);

        return new JsonResponse($view);
    }
}
