<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * Explores whole rounds, with everything that lies behind and matters later: how stops that can be met again were left, and
 * what conditions that look back ask for. Exact, and large where much is looked back at.
 */
final readonly class ExactSearch
{
    private Engine $engine;

    private Moves $moves;

    private ExactState $past;

    public function __construct(QuizDocument $quiz, Terms $terms)
    {
        $this->engine = new Engine($quiz, $terms);
        $this->moves = new Moves($quiz, $terms);
        $this->past = new ExactState($quiz, $terms);
    }

    /**
     * Where questions come back before the finish it stops, and so it does at nodes that are too many: both count as ends.
     *
     * @param  int  $most  nodes to look at
     * @param  (callable(list<Move>): array<int, Move>)|null  $choose  which of the moves are made; all where nothing chooses
     */
    public function structure(int $most, ?callable $choose = null): Structure
    {
        $begun = $this->engine->apply(new State, new Started(seed: 'ahead'), 0);
        if (! $begun instanceof Applied) {
            return new Structure([], [], [], [], true);
        }
        $nodes = [$begun->state];
        $byKey = [$this->key($begun->state) => 0];
        $edges = [];
        for ($node = 0; $node < count($nodes) && $node < $most; $node++) {
            $edges[$node] = [];
            $moves = $nodes[$node]->returning ? [] : $this->moves->from($nodes[$node]);
            foreach ($choose === null ? $moves : $choose($moves) as $move) {
                $to = $this->engine->ahead($nodes[$node], $move->event, $move->at);
                if ($to !== null) {
                    $key = $this->key($to);
                    if (! isset($byKey[$key])) {
                        $byKey[$key] = count($nodes);
                        $nodes[] = $to;
                    }
                    $edges[$node][] = new Edge($move, [$byKey[$key]], true);
                }
            }
        }
        $seen = count($edges);
        $ends = [];
        foreach ($nodes as $node => $state) {
            $edges[$node] ??= [];
            $ends[] = $node >= $seen || $state->returning || $state->isFinished();
        }

        return new Structure($nodes, array_values($edges), array_fill(0, count($nodes), true), $ends, $seen === count($nodes));
    }

    private function key(State $state): string
    {
        if ($state->returning) {
            return 'coming back';
        }

        return $this->past->key($state);
    }
}
