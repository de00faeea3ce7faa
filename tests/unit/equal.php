<?php

declare(strict_types=1);

// Reads a JSON list of pairs of expressions and writes whether the marking takes each pair as equal. For expressions.test.ts.

use HiddenLadder\Core\Marking\ExpressionMarking;
use HiddenLadder\Core\Marking\UnfitResponse;

require __DIR__.'/../../vendor/autoload.php';

$marking = new ExpressionMarking('.');
$pairs = json_decode((string) stream_get_contents(STDIN), true);
echo json_encode(array_map(static function (array $pair) use ($marking): bool|string {
    try {
        return $marking->equal($pair[0], $pair[1]);
    } catch (UnfitResponse $unfit) {
        return $unfit->getMessage();
    }
}, is_array($pairs) ? $pairs : []));
