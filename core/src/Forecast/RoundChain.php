<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;

/**
 * A round under its terms as an absorbing Markov chain over (stop, slips, rung, place in a drill or staircase), for students of
 * one profile: the graph of the round, weighed with what they do.
 */
final class RoundChain
{
    private readonly RoundGraph $graph;

    /** @var array<string, true> rungs under a drill's questions */
    private readonly array $inDrills;

    /** @var list<int> of the graph, those that a student of the profile comes to */
    private array $nodes = [];

    /** @var array<int, int> by the graph's node, that of the chain */
    private array $indices = [];

    /** @var list<list<Step>> */
    private array $steps = [];

    /** @var list<list<Way>> by node and step */
    private array $ways = [];

    private readonly Chain $chain;

    /**
     * @param  array<string, float>  $videos  seconds by medium
     * @param  ?RoundGraph  $graph  of this quiz under these terms, where there is one already
     *
     * @throws TooLarge when a round has too many states
     */
    public function __construct(QuizDocument $quiz, Terms $terms, Behaviour $behaviour, array $videos = [], ?RoundGraph $graph = null)
    {
        $this->graph = $graph ?? new RoundGraph($quiz, $terms);
        $inDrills = [];
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            foreach ($stop instanceof DrillStop ? $stop->questions : [] as $question) {
                foreach ($question->ladders() as $ladder) {
                    $inDrills += array_fill_keys(array_column($ladder['rungs'], 'id'), true);
                }
            }
        }
        $this->inDrills = $inDrills;
        $durations = new Durations($quiz, $this->graph->terms, $behaviour, $videos);
        $this->index(0);
        for ($node = 0; $node < count($this->nodes); $node++) {
            $this->weigh($node, $behaviour, $durations);
        }
        $this->chain = $this->whereItComesBack();
    }

    public function chain(): Chain
    {
        return $this->chain;
    }

    /** Walks through it by lot; the same seed gives the same ones. */
    public function walks(int $seed = 1): ChainWalks
    {
        return new ChainWalks($this->steps, $seed);
    }

    private function index(int $inGraph): int
    {
        if (! isset($this->indices[$inGraph])) {
            $this->indices[$inGraph] = count($this->nodes);
            $this->nodes[] = $inGraph;
        }

        return $this->indices[$inGraph];
    }

    private function weigh(int $node, Behaviour $behaviour, Durations $durations): void
    {
        $state = $this->graph->state($this->nodes[$node]);
        $ways = $this->graph->ways($this->nodes[$node]);
        $this->steps[$node] = $this->ways[$node] = [];
        foreach ($ways === [] ? [] : $behaviour->choices($state, all: true) as $i => $choice) {
            if ($choice->chance > 0) {
                $way = $ways[$i];
                $this->ways[$node][] = $way;
                $this->steps[$node][] = new Step(
                    $this->index($way->to),
                    $choice->chance,
                    $durations->of($choice->event, $state),
                    $way->excursion === null ? null : $this->index($way->excursion),
                );
            }
        }
    }

    /** What was set aside comes back only where the round is not ended by a fork to a finish. */
    private function whereItComesBack(): Chain
    {
        $chain = new Chain($this->steps);
        $forked = array_keys(array_filter($this->nodes, $this->graph->isForked(...)));
        if ($forked === []) {
            return $chain;
        }
        $isForked = array_fill_keys($forked, true);
        $chances = $chain->chances($forked);
        $this->steps = array_map(static fn (array $steps): array => array_map(static fn (Step $step): Step => new Step(
            $step->to, $step->chance, $step->seconds, $step->excursion, isset($isForked[$step->to]) ? 0.0 : 1 - $chances[$step->to],
        ), $steps), $this->steps);

        return new Chain($this->steps);
    }

    /**
     * The chance of each finish.
     *
     * @param  array<int, float>  $visits  of the chain
     * @return array<string, float>
     */
    public function finishes(array $visits): array
    {
        $finishes = [];
        foreach ($this->nodes as $node => $inGraph) {
            $state = $this->graph->state($inGraph);
            if ($state->isFinished() && ! $this->graph->isBack($inGraph)) {
                $finishes[(string) $state->finish] = ($finishes[(string) $state->finish] ?? 0.0) + $visits[$node];
            }
        }

        return $finishes;
    }

    /**
     * How often each stop, cue and rung is come to; without the rungs in drills, whose questions count as alike.
     *
     * @param  array<int, float>  $visits  of the chain
     * @return array<string, float>
     */
    public function places(array $visits): array
    {
        $places = array_fill_keys($this->graph->begunAt(), 1.0);
        foreach ($this->steps as $node => $steps) {
            foreach ($steps as $i => $step) {
                $often = $visits[$node] * $step->chance;
                $way = $this->ways[$node][$i];
                $arrived = [[$way->arrivals, $often], [$way->backAt, $often * $step->share]];
                foreach ($arrived as [$ids, $times]) {
                    foreach ($ids as $id) {
                        $places[$id] = ($places[$id] ?? 0.0) + $times;
                    }
                }
            }
        }

        return array_diff_key($places, $this->inDrills);
    }
}
