<?php

declare(strict_types=1);

// Walks by lot through rounds that can be done without a connection: how each stood at its beginning, what was done, and how the
// engine had it after each step. For on-device.test.ts.

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Action;
use HiddenLadder\Core\Round\Allowed;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Round\MadeUpAnswers;
use HiddenLadder\Core\Tests\Round\MadeUpQuiz;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

require __DIR__.'/../../vendor/autoload.php';

/** @return array{from: float, to: float} some of a video: from its beginning, around its cues, played or landed on */
function stretch(Randomizer $lot): array
{
    $from = [0.0, 5.0, 9.8, 10.0, 15.0, 19.8, 20.0, 25.0][$lot->getInt(0, 7)];

    return ['from' => $from, 'to' => $from + [0.0, 0.1, 0.3, 2.0, 5.0, 10.0, 20.0][$lot->getInt(0, 6)]];
}

/** @return array<string, mixed> what an action carries with it */
function carried(Action $action, QuizDocument $quiz, Terms $terms, State $state, Randomizer $lot): array
{
    $question = (new Position($quiz, $terms))->question($state);

    return match ($action->kind->value) {
        'answered' => ['question' => $action->about, 'response' => (new MadeUpAnswers($lot))->slip($question)->toArray()],
        'went-on', 'skipped' => ['from' => $action->about],
        'went-to' => ['stop' => $action->about],
        'watched' => ['video' => $action->about, 'speed' => 1] + stretch($lot),
        'video-away' => ['video' => $action->about],
        'commented' => ['cue' => $action->about, 'text' => 'Why?'],
        'called', 'set-aside' => ['question' => $action->about],
        default => [],
    };
}

$walks = [];
for ($seed = 0; count($walks) < (int) ($argv[1] ?? 100); $seed++) {
    $lot = new Randomizer(new Xoshiro256StarStar($seed));
    $quiz = QuizDocument::read(MadeUpQuiz::document($lot));
    $terms = MadeUpQuiz::terms($lot)->with(
        mode: Mode::HandedIn,
        onePage: $seed % 3 === 0,
        seen: array_fill_keys(array_column(Sight::cases(), 'value'), SeenWhen::EndOfRound),
    );
    $engine = new Engine($quiz, $terms);
    $projection = new Projection($quiz, $terms);
    $begun = $engine->apply(new State, new Started(seed: "lot $seed"), 0);
    if (! $begun instanceof Applied || ! ($first = $projection->sent($begun->state, true)->view)['whole']) {
        continue;
    }
    $state = $begun->state;
    $walk = ['view' => $first, 'steps' => [], 'after' => [], 'looks' => []];
    for ($step = 1; $step <= 25; $step++) {
        // Whoever has handed it in needs the server.
        if ($state->handedIn || $state->isFinished()) {
            break;
        }
        $may = Allowed::at($quiz, $terms, $state, 1000 * $step);
        // Handing in comes late enough for something to have been done before.
        $may = array_values(array_filter($may, static fn (Action $one): bool => $step > 4
            || ! in_array($one->kind->value, ['set-aside', 'handed-in'], true)));
        $kinds = array_values(array_unique(array_map(static fn (Action $one): string => $one->kind->value, $may)));
        // Whoever has come to a video mostly watches it, and answers what it asks.
        $main = array_values(array_intersect(['watched', 'answered'], $kinds))[0] ?? null;
        $kind = $main !== null && $lot->getInt(0, 2) > 0 ? $main : $kinds[$lot->getInt(0, count($kinds) - 1)];
        $may = array_values(array_filter($may, static fn (Action $one): bool => $one->kind->value === $kind));
        $action = $may[$lot->getInt(0, count($may) - 1)];
        // As a device sends it.
        $data = json_decode((string) json_encode(carried($action, $quiz, $terms, $state, $lot)), true);
        $outcome = $engine->apply($state, Event::read($action->kind->value, Fields::of($data)), 1000 * $step);
        if (! $outcome instanceof Applied) {
            continue;
        }
        $state = $outcome->state;
        $walk['steps'][] = ['kind' => $action->kind->value, 'data' => $data];
        $walk['after'][] = $projection->of($state);
        $walk['looks'][] = $projection->sent($state, true)->view['onDevice'];
    }
    $walks[] = $walk;
}
echo json_encode($walks, JSON_THROW_ON_ERROR);
