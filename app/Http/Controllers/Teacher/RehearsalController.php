<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** The teacher walks a quiz as a student would. Nothing is kept: each step sends the whole walk so far. */
final class RehearsalController extends Controller
{
    public function __invoke(Request $request, Quiz $quiz, MediaFolder $media): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $asked = Fields::of($request->json()->all())->only(['from', 'terms', 'events']);
        $given = $asked->objectOrNull('terms');
        $terms = $given === null ? Terms::learn() : Terms::read($given);
        $document = QuizDocument::read($quiz->document);
        $engine = new Engine($document, $terms);
        $state = new State;
        $events = $asked->objects('events', static fn (Fields $event): Event => Event::read(
            $event->only(['kind', 'data'])->string('kind'),
            $event->object('data'),
        ));
        foreach ([new Started($asked->stringOrNull('from'), $quiz->id), ...$events] as $event) {
            $outcome = $engine->apply($state, $event, (int) now()->valueOf());
            if ($outcome instanceof Refusal) {
                throw Rejected::byRule($outcome);
            }
            $state = $outcome->state;
        }
        [$view, $shown] = (new Projection($document, $terms))->withMedia($state);

        return new JsonResponse(['id' => $quiz->id, 'round' => 1] + $view + ['media' => $media->described($shown)]);
    }
}
