<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Sittings\BoardView;
use HiddenLadder\App\Sittings\PutAtOnce;
use HiddenLadder\App\Sittings\SentAct;
use HiddenLadder\App\Sittings\SittingBook;
use HiddenLadder\Core\Fields;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;

/** A class is led from the front: by the board, or by a teacher's phone. */
final class SittingController extends Controller
{
    public function __construct(private readonly SittingBook $book, private readonly BoardView $board)
    {
    }

    /** The class's open sitting, or a new one: of a task, or of nothing yet. */
    public function open(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['task' => ['nullable', 'string'], 'atOnce' => ['boolean'], 'devices' => ['boolean']]);
        $task = $request->filled('task')
            ? Task::query()->where('class_id', $class->id)->whereNull('taken_back_at')->findOrFail($request->string('task')->value())
            : null;

        return new JsonResponse($this->board->of(
            $this->book->open($this->teacher($request), $class, $task, $request->boolean('atOnce'), $request->boolean('devices', true)),
        ), 201);
    }

    /** As it stands. As long as nothing changes it is answered by 304 (RFC 9110, 15.4.5), since it is asked for again and again. */
    public function show(Request $request, Sitting $sitting): JsonResponse
    {
        $this->authorize('lead', $sitting);
        $view = $this->board->of($sitting);
        $response = (new JsonResponse($view))->setEtag(hash('xxh128', serialize($view)));
        $response->isNotModified($request);

        return $response;
    }

    /** A question is put at once: typed, or a photograph of the blackboard. */
    public function ask(Request $request, Sitting $sitting, PutAtOnce $atOnce): JsonResponse
    {
        $this->authorize('lead', $sitting->load('class'));
        $sent = Fields::of($request->json()->all());
        $sent->only(['id', 'after', 'question']);
        // With objects as objects, as every edit of a quiz is read.
        $question = json_decode($request->getContent())->question ?? null;
        abort_unless(Str::isUlid($sent->string('id')) && $question instanceof \stdClass, 422);

        return new JsonResponse($this->board->of($atOnce->ask(
            $sitting,
            $this->teacher($request),
            strtoupper($sent->string('id')),
            $sent->integer('after'),
            $question,
        )));
    }

    public function act(Request $request, Sitting $sitting): JsonResponse
    {
        $this->authorize('lead', $sitting);

        return new JsonResponse($this->board->of(
            $this->book->take($sitting->id, SentAct::read(Fields::of($request->json()->all()))),
        ));
    }
}
