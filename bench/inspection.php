<?php

declare(strict_types=1);

// The whole inspection, as it runs at each save while a teacher types: with the ways through the quiz explored anew, and as
// long as nothing but words changes.

use HiddenLadder\Core\Ahead\Bones;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Quiz\QuizDocument;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/quiz.php';

/** Median of so many turns, in milliseconds. */
$median = static function (callable $work): float {
    $taken = [];
    for ($turn = 0; $turn < 7; $turn++) {
        $start = hrtime(true);
        $work();
        $taken[] = (hrtime(true) - $start) / 1e6;
    }
    sort($taken);

    return $taken[3];
};

foreach ([30 => 100, 200 => 1000] as $stops => $limit) {
    $document = quizOf($stops);
    $quiz = QuizDocument::read($document);
    $whole = $median(static fn () => Inspection::of($quiz));
    $words = $median(static function () use ($document, $quiz): void {
        Bones::of($document);
        Inspection::of($quiz, [], static fn (): array => []);
    });
    foreach (['' => $whole, ', when only words changed' => $words] as $when => $value) {
        echo json_encode(['name' => "inspection of $stops stops$when", 'value' => round($value, 1), 'unit' => 'ms', 'against' => "limit of $limit ms", 'ratio' => round($value / $limit, 2)]), "\n";
    }
}
