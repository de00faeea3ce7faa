<?php

declare(strict_types=1);

// Reads a JSON list of rich texts and writes those that the core does not find clean, or that the sanitizer changes. For
// richtext.test.ts.

use HiddenLadder\App\Quizzes\TextCleaner;
use HiddenLadder\Core\Quiz\CleanText;

require __DIR__.'/../../vendor/autoload.php';

$texts = json_decode((string) stream_get_contents(STDIN), true);
$cleaner = new TextCleaner;
echo json_encode(array_values(array_filter(
    $texts,
    static fn (string $text): bool => ! CleanText::is($text) || $cleaner->rewritten($text) !== $text,
)));
