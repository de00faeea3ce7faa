<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Ahead\ExactState;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * A round under its terms as an absorbing Markov chain over (stop, slips, rung, place in a drill or staircase), by the
 * engine's own transitions.
 *
 * What is set aside comes back before the finish, one after the other; how that goes does not depend on what happened in
 * between. So it is taken as an excursion right after the setting aside: the same visits and the same time, without having to
 * remember what still comes back.
 */
final class RoundChain
{
    /** Where forks look back at scores or mastery, so much of them makes no difference (ours). */
    private const GRAIN = 0.05;

    private const SEED = 'forecast';

    private readonly Engine $engine;

    private readonly Position $position;

    private readonly ExactState $past;

    private readonly Terms $terms;

    private readonly Durations $durations;

    /** @var array<string, true> rungs under a drill's questions */
    private readonly array $inDrills;

    /** @var list<State> */
    private array $states = [];

    /** @var list<bool> by node: it belongs to an excursion */
    private array $isBack = [];

    /** @var array<int, true> finishes that a fork leads to at once, by node */
    private array $forked = [];

    /** @var array<string, int> */
    private array $byKey = [];

    /** @var list<list<Step>> */
    private array $steps = [];

    /** @var array<int, array<int, list<string>>> by node and step, what is come to: stops, cues and rungs */
    private array $arrivals = [];

    /** @var array<int, array<int, list<string>>> the same of excursions */
    private array $backAt = [];

    /** @var list<string> */
    private array $begunAt = [];

    private readonly Chain $chain;

    /**
     * @param  array<string, float>  $videos  seconds by medium
     * @param  int  $most  nodes to look at
     *
     * @throws TooLarge when there are more
     */
    public function __construct(
        private readonly QuizDocument $quiz,
        Terms $terms,
        private readonly Behaviour $behaviour,
        array $videos = [],
        int $most = 20_000,
    ) {
        $this->terms = $terms->with(mixStops: false, secondsForRound: null, secondsForQuestion: null);
        $this->engine = new Engine($quiz, $this->terms);
        $this->position = new Position($quiz, $this->terms);
        $this->past = new ExactState($quiz, $this->terms, self::GRAIN);
        $this->durations = new Durations($quiz, $this->terms, $behaviour, $videos);
        $inDrills = [];
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            foreach ($stop instanceof DrillStop ? $stop->questions : [] as $question) {
                foreach ($question->ladders() as $ladder) {
                    $inDrills += array_fill_keys(array_column($ladder['rungs'], 'id'), true);
                }
            }
        }
        $this->inDrills = $inDrills;
        $begun = $this->engine->apply(new State, new Started(seed: self::SEED), 0);
        if ($begun instanceof Applied) {
            $this->node($begun->state, false);
            $this->begunAt = self::arrived(new State, $begun->state);
        }
        for ($node = 0; $node < count($this->states); $node++) {
            if ($node >= $most) {
                throw new TooLarge('The states of a round are too many');
            }
            $this->steps[$node] = $this->stepsFrom($node);
        }
        $this->chain = $this->whereItComesBack();
    }

    public function chain(): Chain
    {
        return $this->chain;
    }

    /** What was set aside comes back only where the round is not ended by a fork to a finish. */
    private function whereItComesBack(): Chain
    {
        $chain = new Chain($this->steps);
        if ($this->forked === []) {
            return $chain;
        }
        $forked = $chain->chances(array_keys($this->forked));
        $this->steps = array_map(fn (array $steps): array => array_map(fn (Step $step): Step => new Step(
            $step->to, $step->chance, $step->seconds, $step->excursion, isset($this->forked[$step->to]) ? 0.0 : 1 - $forked[$step->to],
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
        foreach ($this->states as $node => $state) {
            if ($state->isFinished() && ! $this->isBack[$node]) {
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
        $places = array_fill_keys($this->begunAt, 1.0);
        foreach ($this->steps as $node => $steps) {
            foreach ($steps as $i => $step) {
                $often = $visits[$node] * $step->chance;
                $arrived = [[$this->arrivals[$node][$i] ?? [], $often], [$this->backAt[$node][$i] ?? [], $often * $step->share]];
                foreach ($arrived as [$ids, $times]) {
                    foreach ($ids as $id) {
                        $places[$id] = ($places[$id] ?? 0.0) + $times;
                    }
                }
            }
        }

        return array_diff_key($places, $this->inDrills);
    }

    /** @return list<string> stops, cues and rungs that this step comes to; all on the way to a question that comes back */
    public static function arrived(State $from, State $to): array
    {
        $ids = static fn (State $state): array => array_map(static fn (Frame $frame): string => $frame->id, $state->path);
        $isBack = $to->returning && (! $from->returning || $to->pending !== $from->pending);

        return $isBack ? $ids($to) : array_values(array_diff($ids($to), $ids($from)));
    }

    /** @return list<Step> */
    private function stepsFrom(int $node): array
    {
        $from = $this->states[$node];
        $isBack = $this->isBack[$node];
        $steps = [];
        foreach ($from->isFinished() ? [] : $this->behaviour->choices($from) as $choice) {
            $outcome = $this->engine->apply($from, $choice->event, 0);
            if (! $outcome instanceof Applied) {
                throw new \LogicException('A made-up student did what the rules refuse.');
            }
            $to = $outcome->state;
            $back = $isBack ? null : $this->back($from, $to);
            if ($isBack ? ! $to->returning : $to->returning && ! $from->returning) {
                $to = $this->finished($to);
            }
            $isForked = ! $isBack
                && $outcome->state->isFinished()
                && ! in_array(FactKind::Returns, array_column($outcome->facts, 'kind'), true);
            $this->arrivals[$node][] = self::arrived($from, $to);
            $this->backAt[$node][] = $back === null ? [] : self::arrived($from, $back);
            $next = $this->node($to, $isBack, $isForked);
            if ($isForked) {
                $this->forked[$next] = true;
            }
            $steps[] = new Step(
                $next,
                $choice->chance,
                $this->durations->of($choice->event, $from),
                $back === null ? null : $this->node($back, true),
            );
        }

        return $steps;
    }

    private function node(State $state, bool $isBack, bool $isForked = false): int
    {
        $key = ($isBack ? 'back ' : '').($isForked ? 'by a fork ' : '').$this->key($state);
        if (! isset($this->byKey[$key])) {
            $this->byKey[$key] = count($this->states);
            $this->states[] = $state->path === [] || $isBack || $this->past->matters($state)
                ? $state
                : $this->past->abstractState->forget($state);
            $this->isBack[] = $isBack;
        }

        return $this->byKey[$key];
    }

    private function key(State $state): string
    {
        // About in an overview, stops are taken in their order: which one is next says what was.
        $visited = $this->terms->hasOverview() && ! $state->isFinished() ? implode(' ', array_keys($state->visited)).' ' : '';

        return $visited.$this->past->key($state);
    }

    /** Everything that comes back is an excursion by now, and where one leads ahead, that was walked before; so this is the end. */
    private function finished(State $returning): State
    {
        $state = new State;
        $state->number = 1;
        $state->finish = $this->quiz->finishes[0]->id;
        $state->finishedAt = $returning->startedAt ?? 0;

        return $state;
    }

    /** Where a question that comes back later is begun anew; null where this step leaves none behind. */
    private function back(State $from, State $to): ?State
    {
        $home = $this->position->home($from);
        $stop = $home === null ? null : $this->quiz->stopOf($home->id);
        if ($home === null || $stop === null || $from->returning) {
            return null;
        }
        $left = $to;
        if ($to->answersWait($this->terms) && $to->record($home->id)->response !== null && $from->record($home->id)->response === null) {
            $outcome = $this->engine->apply($this->past->abstractState->only($stop->id, $to, self::SEED), new HandedIn, 0);
            $left = $outcome instanceof Applied ? $outcome->state : $to;
        }
        $isBack = $left->returning && $this->position->home($left)?->id === $home->id;
        if (! $isBack && ($this->position->comesBack($home, $from) || ! $this->position->comesBack($home, $left))) {
            return null;
        }
        $only = $this->past->abstractState->only($stop->id, $left, self::SEED);
        $back = $isBack ? clone $left : $this->engine->comingBack($only, [$home->id]);
        $back->pending = [];

        return $back;
    }
}
