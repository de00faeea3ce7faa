<?php

declare(strict_types=1);

// Events a second that are folded through the full rules, in rounds of a quiz with 30 stops of every kind, against a bare
// loop that decodes the same events from JSON.

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\StoredEvent;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Circuits;
use HiddenLadder\Demo\Notes;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';

const ROUNDS = 40;

/** The demo's stops, again and again with other ids, until there are 30. */
function thirtyStops(): array
{
    $document = Circuits::document();
    $stops = $document['stops'];
    foreach (Notes::document()['stops'] as $stop) {
        unset($stop['part']);
        $stops[] = $stop;
    }
    foreach ($stops as $index => $stop) {
        $stops[$index]['forks'] = array_values(
            array_filter(
                $stop['forks'] ?? [],
                static fn (array $fork): bool => ! in_array(
                    $fork['when']['kind'],
                    ['always', 'time-out', 'result', 'judged', 'entry'],
                    true,
                ),
            ),
        );
    }
    $document['pool'] = [...$document['pool'], ...Notes::document()['pool'] ?? []];
    $document['sideStops'] = [...$document['sideStops'], ...Notes::document()['sideStops']];
    $json = (string) json_encode($stops);
    $again = (array) json_decode((string) preg_replace('/01KADE0000/', '01KADE0001', $json), true);
    $targets = array_column($document['sideStops'], 'id');
    foreach ($again as $index => $stop) {
        $again[$index]['forks'] = [];
        $again[$index]['shownIf'] = null;
    }
    $text = (string) json_encode($again);
    foreach ($targets as $target) {
        $text = str_replace(str_replace('01KADE0000', '01KADE0001', $target), $target, $text);
    }
    foreach ([...$document['misconceptions'], ...$document['objectives']] as $one) {
        $text = str_replace(str_replace('01KADE0000', '01KADE0001', $one['id']), $one['id'], $text);
    }
    $document['stops'] = array_slice([...$stops, ...(array) json_decode($text, true)], 0, 30);

    return $document;
}

$quiz = QuizDocument::read(thirtyStops());
$terms = new Terms;
$stored = [];
for ($round = 0; $round < ROUNDS; $round++) {
    $engine = new Engine($quiz, $terms);
    $made = new MadeUpStudent(
        $quiz,
        $terms,
        Profile::even([0.85, 0.6, 0.4][$round % 3], 0.2, 0.1, 0.5),
        new Randomizer(new Xoshiro256StarStar($round)),
    );
    $state = new State;
    $lines = [];
    for ($step = 0; $step < 2000 && ! $state->isFinished(); $step++) {
        $event = $step === 0 ? new Started(seed: "bench $round") : $made->next($state);
        $outcome = $engine->apply($state, $event, 20_000 * $step);
        assert($outcome instanceof Applied);
        $state = $outcome->state;
        $lines[] = [
            $event->kind()->value,
            (string) json_encode($event->data(), JSON_PRESERVE_ZERO_FRACTION),
            20_000 * $step,
            (string) json_encode(
                array_map(static fn (Fact $fact): array => $fact->toArray(), $outcome->facts),
                JSON_PRESERVE_ZERO_FRACTION,
            ),
        ];
    }
    $stored[] = $lines;
}
$events = array_sum(array_map(count(...), $stored));

$decode = static function () use ($stored): void {
    foreach ($stored as $lines) {
        foreach ($lines as [$kind, $data, $at, $facts]) {
            json_decode($data, true);
            json_decode($facts, true);
        }
    }
};
$engine = new Engine($quiz, $terms);
$fold = static function () use ($stored, $engine): void {
    foreach ($stored as $lines) {
        $engine->fold((static function () use ($lines): iterable {
            foreach ($lines as [$kind, $data, $at, $facts]) {
                yield new StoredEvent(Event::read($kind, Fields::of(json_decode($data, true))), $at, json_decode($facts, true));
            }
        })());
    }
};
$time = static function (callable $work): float {
    $start = hrtime(true);
    $work();

    return (hrtime(true) - $start) / 1e9;
};
$decode();
$fold();
// One after the other, so that a slow moment of the machine meets both; the median of their ratios.
$turns = [];
for ($turn = 0; $turn < 25; $turn++) {
    $bare = $time($decode);
    $turns[] = [$time($fold) / $bare, $bare];
}
sort($turns);
[$ratio, $bare] = $turns[intdiv(count($turns), 2)];
echo json_encode(
    [
        'name' => 'folding events of rounds of 30 stops',
        'value' => round($events / ($ratio * $bare)),
        'unit' => 'events/s',
        'against' => sprintf('decoding the same events from JSON, %d events/s', $events / $bare),
        'ratio' => round($ratio, 2),
    ],
), "\n";
