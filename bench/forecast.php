<?php

declare(strict_types=1);

// The exact forecast of a quiz with 200 stops and ladders of 3, against reading the same quiz; and made-up students' walks a
// second through one of 30 stops.

use HiddenLadder\Core\Forecast\Behaviour;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Forecast\RoundChain;
use HiddenLadder\Core\Forecast\Simulation;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;

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

$walks = new Simulation(QuizDocument::read(quizOf(30)), $terms, Profile::middling());
$start = hrtime(true);
for ($seed = 1; $seed <= 10_000; $seed++) {
    $walks->one($seed);
}
$seconds = (hrtime(true) - $start) / 1e9;
echo json_encode(
    [
        'name' => '10,000 made-up students through 30 stops',
        'value' => round(10_000 / $seconds),
        'unit' => 'walks/s',
        'against' => 'one walk',
        'ratio' => 1,
    ],
), "\n";
