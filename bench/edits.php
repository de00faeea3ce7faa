<?php

declare(strict_types=1);

// Changing a quiz of 200 stops: a rewording laid and taken back, the removal of a stop that others lead to and its return, and
// a document rebuilt from 10,000 changes.

use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Workpiece;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
require __DIR__.'/measure.php';
require __DIR__.'/quiz.php';

$document = quizOf(200);
$json = Workpiece::of($document)->json();
$work = Workpiece::fromJson($json);
$question = $document['stops'][100]['question']['id'];
$there = static function (Edit $edit) use ($work): void {
    $work->apply($work->apply([$edit])->inverse);
};
told(
    'a rewording in 200 stops, laid and taken back',
    median(static fn () => $there(Edit::set($question, 'feedback.right', 'Quite right.'))),
    5,
);
told(
    'a stop of 200 removed with what leads to it, and brought back',
    median(static fn () => $there(Edit::remove($document['stops'][100]['id']))),
    5,
);
told('reading a document of 200 stops to be changed', median(static fn () => Workpiece::fromJson($json)), 20);
told('checking a document of 200 stops', median(static fn () => (new DocumentCheck)->problems($document), 3), 100);
$check = new DocumentCheck;
told('checking what a rewording in 200 stops touched', median(static function () use ($work, $question, $check): void {
    $check->problemsAfter($work, $work->apply([Edit::set($question, 'feedback.right', 'Quite right.')]));
}), 100);
told('10,000 changes laid one after the other', median(static function () use ($json, $document): void {
    $work = Workpiece::fromJson($json);
    for ($i = 0; $i < 10_000; $i++) {
        $work->apply([Edit::set($document['stops'][$i % 200]['question']['id'], 'feedback.right', "Right, $i.")]);
    }
}, 3), 3000);
