<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Problem;
use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\EventKind;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;

/** A student's rounds: begin, see where it stands, and send what was done. */
final class RoundController extends Controller
{
    public function __construct(private readonly RoundBook $book)
    {
    }

    public function begin(Request $request, Assignment $assignment): JsonResponse
    {
        $this->authorize('take', $assignment);
        $request->validate(['again' => ['boolean']]);

        $round = $this->book->begin($this->student($request), $assignment, $request->boolean('again'));

        return new JsonResponse($this->book->view($round));
    }

    public function show(Round $round): JsonResponse
    {
        $this->authorize('walk', $round);

        return new JsonResponse($this->book->view($round));
    }

    /** One event. It is stored before the answer is sent; sent again, it gives the same answer and is no second event. */
    public function take(Request $request, string $round): JsonResponse
    {
        $sent = Fields::of($request->json()->all())->only(['id', 'after', 'kind', 'at', 'data']);
        $id = $sent->string('id');
        if (! Str::isUlid($id)) {
            throw Problem::invalid('An event needs an id.', [['pointer' => '/id', 'reason' => 'a ULID is expected']]);
        }
        if (EventKind::tryFrom($sent->string('kind'))?->isStudents() === false) {
            throw Problem::invalid('This is not for a student to do.', [['pointer' => '/kind', 'reason' => 'this kind of event is not sent']]);
        }
        $event = Event::read($sent->string('kind'), $sent->object('data'));

        return new JsonResponse($this->book->take($round, fn (Round $found) => $this->authorize('walk', $found), strtoupper($id), $sent->integer('after'), $event, $sent->integerOrNull('at')));
    }
}
