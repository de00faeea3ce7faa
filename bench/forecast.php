<?php

declare(strict_types=1);

// The exact forecast of a quiz with 200 stops and ladders of 3, against reading the same quiz; walks through one of 30 stops; and
// the forecasts of the demo's quizzes.

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\Behaviour;
use HiddenLadder\Core\Forecast\Forecast;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Forecast\RoundChain;
use HiddenLadder\Core\Forecast\RoundGraph;
use HiddenLadder\Core\Forecast\Simulation;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Quizzes;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
require __DIR__.'/quiz.php';

$terms = Terms::learn();
$document = quizOf(200);
$quiz = QuizDocument::read($document);
$milliseconds = $bare = [];
for ($turn = 0; $turn < 7; $turn++) {
    $start = hrtime(true);
    QuizDocument::read($document);
    $bare[] = (hrtime(true) - $start) / 1e6;
    $start = hrtime(true);
    $round = new RoundChain($quiz, $terms, new Behaviour($quiz, $terms, Profile::middling()));
    $round->finishes($round->chain()->visits(0));
    $round->chain()->seconds(0);
    $milliseconds[] = (hrtime(true) - $start) / 1e6;
}
sort($milliseconds);
sort($bare);
echo json_encode(
    [
        'name' => 'exact forecast of 200 stops with ladders of 3',
        'value' => round($milliseconds[3]),
        'unit' => 'ms',
        'against' => sprintf('reading the document, %.1f ms; %.0f MB at most', $bare[3], memory_get_peak_usage() / 1e6),
        'ratio' => round($milliseconds[3] / $bare[3], 1),
    ],
), "\n";

// Walks through the chain, and by the engine, which they replace where the chain can be worked out.
$thirty = QuizDocument::read(quizOf(30));
$behaviour = new Behaviour($thirty, $terms, Profile::middling());
$walks = (new RoundChain($thirty, $terms, $behaviour))->walks();
$start = hrtime(true);
$walks->seconds(0, 10_000);
$seconds = (hrtime(true) - $start) / 1e9;
$engine = new Simulation($thirty, $terms, Profile::middling());
$start = hrtime(true);
for ($seed = 1; $seed <= 500; $seed++) {
    $engine->one($seed);
}
$byEngine = (hrtime(true) - $start) / 1e9 * 20;
echo json_encode(
    [
        'name' => '10,000 walks of 30 stops',
        'value' => round($seconds, 2),
        'unit' => 's',
        'against' => sprintf('by the engine, %.1f s', $byEngine),
        'ratio' => round($seconds / $byEngine, 4),
    ],
), "\n";

// The three profiles of each quiz of the demo, from nothing.
foreach (Quizzes::all(['rule-of-twelfths' => 'a', 'tidal-range' => 'b', 'two-high-tides' => 'c']) as $document) {
    $quiz = QuizDocument::read($document);
    $start = hrtime(true);
    Forecast::each($quiz, Terms::read(Fields::of($quiz->terms)), Profile::three());
    $all = (hrtime(true) - $start) / 1e6;
    $start = hrtime(true);
    new RoundGraph($quiz, Terms::read(Fields::of($quiz->terms)));
    $graph = (hrtime(true) - $start) / 1e6;
    echo json_encode(
        [
            'name' => "forecast of the three profiles, $quiz->title",
            'value' => round($all),
            'unit' => 'ms',
            'against' => sprintf('its graph alone, %.0f ms', $graph),
            'ratio' => round($all / $graph, 2),
        ],
    ), "\n";
}
