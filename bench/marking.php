<?php

declare(strict_types=1);

// Marks a second for each kind of question, over the demo's questions and answers of made-up students.

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Demo\Draft;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';

$d = new Draft('bench');
$wrong = static fn (string $text): array => $d->wrong($text, $text);
$items = array_map(static fn (string $name): array => $d->item($name, $name), ['a', 'b', 'c', 'd', 'e']);
$pairs = array_map(static fn (string $name): array => $d->pair($name, $name, $name), ['a', 'b', 'c', 'd', 'e']);
$ids = array_column($items, 'id');
$gap = static fn (string $name): array => $d->gap(
    $name,
    [['id' => $d->id("$name-right")] + $d->right('ebb tide'), ['id' => $d->id("$name-wrong")] + $wrong('flood')],
);
$cases = [
    'one-choice' => [
        [$d->right('A'), $wrong('B'), $wrong('C')],
        [],
        [Response::choices($d->id('entry/B')), Response::choices($d->id('entry/A//right'))],
    ],
    'several-choices' => [
        [$d->right('A'), $wrong('B'), $d->right('C')],
        ['scoring' => 'parts'],
        [Response::choices($d->id('entry/B'), $d->id('entry/A//right'))],
    ],
    'short-text' => [
        [$d->right('high water'), $d->right('high tide'), $wrong('low water')],
        ['text' => ['spelling' => 'ask']],
        array_map(Response::text(...), ['High  Water', 'low water', 'hihg tide', 'Flut', 'hightide', 'niveau élevé']),
    ],
    'number' => [[$d->right('3.8'), $wrong('6.6')], [], array_map(Response::text(...), ['3.8', '6,6', '19/5', '3,80', '12', '1 250'])],
    'number with units' => [
        [$d->right('0.5 A'), $wrong('2 A')],
        [],
        array_map(Response::text(...), ['0.5 A', '500 mA', '2A', '0.5', '12 V']),
    ],
    'expression' => [
        [$d->right('x^2+2x+1'), $wrong('x^2+1')],
        [],
        array_map(Response::text(...), ['(x+1)^2', 'x(x+2)+1', 'x^2+1', '(x+1)(x-1)', 'x²+2x+1', 'sqrt((x+1)^4)']),
    ],
    'order' => [[], ['items' => $items, 'scoring' => 'parts'], [Response::order(...$ids), Response::order(...array_reverse($ids))]],
    'match' => [
        [],
        ['items' => $items, 'pairs' => $pairs, 'scoring' => 'parts'],
        [Response::pairs(array_combine(array_column($pairs, 'id'), array_reverse($ids)))],
    ],
    'gaps' => [
        [],
        ['sentence' => '[1] [2]', 'gaps' => [$gap('one'), $gap('two')]],
        [Response::gaps([$d->id('gap/one') => 'Ebb Tide', $d->id('gap/two') => 'flood'])],
    ],
];
foreach ($cases as $name => [$entries, $more, $responses]) {
    $kind = QuestionKind::from(explode(' ', $name)[0]);
    $question = Question::read(Fields::of($d->question($name, $kind->value, 'Q?', $entries, '', '', [], '0', $more)));
    $marker = new Marker('en', remembers: 0);
    $run = static function (float $seconds) use ($marker, $question, $responses): float {
        $marks = 0;
        $start = hrtime(true);
        do {
            for ($turn = 0; $turn < 50; $turn++) {
                try {
                    $marker->mark($question, $responses[$marks % count($responses)]);
                } catch (UnfitResponse) {
                    // Telling why is work too.
                }
                $marks++;
            }
        } while (hrtime(true) - $start < $seconds * 1e9);

        return $marks / ((hrtime(true) - $start) / 1e9);
    };
    $run(0.2);
    $wanted = $kind === QuestionKind::Expression ? 2000 : 30_000;
    $rate = $run(1.0);
    echo json_encode(
        [
            'name' => "marking, $name",
            'value' => round($rate),
            'unit' => 'marks/s',
            'against' => "wanted: $wanted/s",
            'ratio' => round($rate / $wanted, 2),
        ],
    ), "\n";
}
