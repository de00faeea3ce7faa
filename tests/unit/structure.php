<?php

declare(strict_types=1);

// Reads a JSON list of graphs, each a list of followers by node, and writes for each its strongly connected components and
// the nodes from which node 0 can be reached. For structure.test.ts.

use HiddenLadder\Core\Ahead\Edge;
use HiddenLadder\Core\Ahead\Move;
use HiddenLadder\Core\Ahead\MoveKind;
use HiddenLadder\Core\Ahead\Structure;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\State;

require __DIR__.'/../../vendor/autoload.php';

$graphs = json_decode((string) stream_get_contents(STDIN), true);
echo json_encode(array_map(static function (array $followers): array {
    $move = new Move(new WentOn('x'), MoveKind::On);
    $edges = array_map(
        static fn (array $to): array => array_map(static fn (int $one): Edge => new Edge($move, [$one], true), $to),
        $followers,
    );
    $count = count($followers);
    $structure = new Structure(
        array_fill(0, $count, new State),
        $edges,
        array_fill(0, $count, true),
        array_map(static fn (int $node): bool => $node === 0, range(0, $count - 1)),
        true,
    );

    return ['components' => Structure::components(range(0, $count - 1), $structure->next(...)), 'open' => $structure->open()];
}, is_array($graphs) ? $graphs : []));
