<?php

declare(strict_types=1);

// The whole inspection, as it runs at each save while a teacher types: with the ways through the quiz explored anew, and as
// long as nothing but words changes.

use HiddenLadder\Core\Ahead\StructureHash;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Inspection\Passage;
use HiddenLadder\Core\Inspection\SpellCheck;
use HiddenLadder\Core\Quiz\QuizDocument;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
require __DIR__.'/measure.php';
require __DIR__.'/quiz.php';

foreach ([30 => 100, 200 => 1000] as $stops => $limit) {
    $document = quizOf($stops);
    $quiz = QuizDocument::read($document);
    $whole = median(static fn () => Inspection::of($quiz));
    $words = median(static function () use ($document, $quiz): void {
        StructureHash::of($document);
        Inspection::of($quiz, [], static fn (): array => []);
    });
    foreach (['' => $whole, ', when only words changed' => $words] as $when => $value) {
        told("inspection of $stops stops$when", $value, $limit);
    }
}

// The hardest texts for the spelling: as long as a reading can be, of words that no dictionary has, each as near to others as can be.
$words = explode("\n", trim((string) file_get_contents(__DIR__.'/../core/words/en-rare.txt')));
foreach (['known' => '', 'unknown, a fifth of them' => 'zq'] as $which => $more) {
    $text = mb_substr(
        implode(' ', array_map(static fn (int $i): string => $words[$i * 37].($i % 5 === 0 ? $more : ''), range(0, 2200))),
        0,
        20_000,
    );
    $passages = [new Passage(null, 'a', 'text', $text)];
    $value = median(static fn () => SpellCheck::of($passages, 'en'));
    told("spelling of 20,000 letters, words $which", $value, 100);
}
