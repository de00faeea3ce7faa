<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Media\MediumFacts;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\NoForecast;
use HiddenLadder\Core\Forecast\Rehearsal;
use HiddenLadder\Core\Forecast\RehearsedBy;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** The teacher walks a quiz as a student would. Nothing is kept: each step sends the whole walk so far. */
final class RehearsalController extends Controller
{
    /** Rounds before this one that are rehearsed, too. */
    private const MOST_ROUNDS = 20;

    public function __invoke(Request $request, Quiz $quiz, Words $words): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $asked = Fields::of($request->json()->all())->only(['from', 'terms', 'events', 'earlier', 'next', 'moment']);
        $given = $asked->objectOrNull('terms');
        $terms = $given === null ? Terms::learn() : Terms::read($given);
        $document = QuizDocument::read($quiz->document);
        $earlier = $asked->objectsOr('earlier', fn (Fields $round): array => self::events($round->only(['events'])));
        if (count($earlier) > self::MOST_ROUNDS) {
            throw new MalformedInput('/earlier', new Message('shape.too-many', ['most' => self::MOST_ROUNDS]));
        }
        $rounds = [];
        foreach ($earlier as $events) {
            $rounds[] = $this->walked($quiz, $document, $terms, $rounds, null, $events)->state;
        }
        $rehearsal = $this->walked($quiz, $document, $terms, $rounds, $asked->stringOrNull('from'), self::events($asked));
        $next = $asked->objectOrNull('next');
        if ($next !== null) {
            $this->goOn($rehearsal, $next->only(['as', 'toEnd', 'seed']));
        }
        $projection = new Projection($document, $terms, self::moment($asked->stringOr('moment', 'now'), $terms, count($earlier) + 1));
        $sent = $projection->sent($rehearsal->state);

        return new JsonResponse([
            'view' => ['id' => $quiz->id, 'round' => count($earlier) + 1] + $sent->view + ['media' => MediumFacts::ofAll($sent->media)],
            'made' => array_map(
                static fn (Event $event): array => ['kind' => $event->kind()->value, 'data' => (object) $event->data()],
                $rehearsal->made,
            ),
            'path' => $rehearsal->path,
            'trace' => array_map(
                static fn (array $told): array => array_map($words->say(...), $told),
                $rehearsal->trace,
            ),
        ]);
    }

    /** @return list<Event> */
    private static function events(Fields $asked): array
    {
        return $asked->objects('events', static fn (Fields $event): Event => Event::read(
            $event->only(['kind', 'data'])->string('kind'),
            $event->object('data'),
        ));
    }

    /**
     * @param  list<State>  $rounds  before this one
     * @param  list<Event>  $events
     *
     * @throws Rejected where one is refused
     */
    private function walked(Quiz $quiz, QuizDocument $document, Terms $terms, array $rounds, ?string $from, array $events): Rehearsal
    {
        $rehearsal = new Rehearsal($document, $terms, (int) now()->valueOf());
        $seed = $quiz->id.(count($rounds) === 0 ? '' : '/'.count($rounds));
        $history = History::of($document, $rounds, $terms->rounds, $seed);
        $refused = $rehearsal->walk(new Started($from, $seed, history: $history), $events);

        return $refused === null ? $rehearsal : throw Rejected::byRule($refused);
    }

    private function goOn(Rehearsal $rehearsal, Fields $next): void
    {
        $as = RehearsedBy::tryFrom($next->string('as'))
            ?? throw new MalformedInput('/next/as', new Message('shape.one-of', [
                'known' => implode(', ', array_column(RehearsedBy::cases(), 'value')),
            ]));
        try {
            $rehearsal->goOn($as, $next->booleanOr('toEnd', false), $next->integerOr('seed', 1));
        } catch (NoForecast $unfinished) {
            throw Rejected::invalid($unfinished->why, [new Fault('/next', $unfinished->why)]);
        }
    }

    /** When what is seen is looked at: now, on coming back, after closing or after the teacher has released it. */
    private static function moment(string $moment, Terms $terms, int $round): Circumstances
    {
        $isLast = $terms->rounds->limit !== null && $round >= $terms->rounds->limit;

        return match ($moment) {
            'now' => new Circumstances(lastRound: $isLast),
            'coming-back' => new Circumstances(comingBack: true, lastRound: $isLast),
            'closed' => new Circumstances(comingBack: true, lastRound: $isLast, closed: true),
            'released' => new Circumstances(comingBack: true, lastRound: $isLast, closed: true, released: true),
            default => throw new MalformedInput('/moment', new Message('shape.one-of', ['known' => 'now, coming-back, closed, released'])),
        };
    }
}
