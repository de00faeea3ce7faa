<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Ahead\ExactState;
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
 * Where a round under its terms can stand, and where each thing that a student may do leads: by the engine's own transitions,
 * and the same for every profile, which only gives them other chances.
 *
 * What is set aside comes back before the finish, one after the other; how that goes does not depend on what happened in
 * between. So it is taken as an excursion right after the setting aside: the same visits and the same time, without having to
 * remember what still comes back.
 */
final class RoundGraph
{
    /** Where forks look back at scores or mastery, so much of them makes no difference (ours). */
    private const GRAIN = 0.05;

    private const SEED = 'forecast';

    public readonly Terms $terms;

    private readonly Engine $engine;

    private readonly Position $position;

    private readonly ExactState $past;

    /** @var list<State> */
    private array $states = [];

    /** @var list<bool> by node: it belongs to an excursion */
    private array $isBack = [];

    /** @var array<int, true> finishes that a fork leads to at once, by node */
    private array $forked = [];

    /** @var list<list<Way>> by node, in the order of what a student may do there */
    private array $ways = [];

    /** @var list<string> */
    private array $begunAt = [];

    /** @var array<string, int> */
    private array $byKey = [];

    /**
     * @param  int  $most  nodes to look at
     *
     * @throws TooLarge when there are more
     */
    public function __construct(private readonly QuizDocument $quiz, Terms $terms, int $most = 20_000)
    {
        $this->terms = $terms->with(mixStops: false, secondsForRound: null, secondsForQuestion: null);
        $this->engine = new Engine($quiz, $this->terms);
        $this->position = new Position($quiz, $this->terms);
        $this->past = new ExactState($quiz, $this->terms, self::GRAIN);
        // Any profile does: what may be done is the same.
        $behaviour = new Behaviour($quiz, $terms, Profile::middling());
        $begun = $this->engine->apply(new State, new Started(seed: self::SEED), 0);
        if ($begun instanceof Applied) {
            $this->node($begun->state, false);
            $this->begunAt = self::arrived(new State, $begun->state);
        }
        for ($node = 0; $node < count($this->states); $node++) {
            if ($node >= $most) {
                throw new TooLarge('The states of a round are too many');
            }
            $this->ways[$node] = $this->waysFrom($node, $behaviour);
        }
    }

    public function state(int $node): State
    {
        return $this->states[$node];
    }

    /** Whether the node belongs to an excursion. */
    public function isBack(int $node): bool
    {
        return $this->isBack[$node];
    }

    /** Whether a fork led to this finish at once. */
    public function isForked(int $node): bool
    {
        return isset($this->forked[$node]);
    }

    /** @return list<Way> in the order of what a student may do there; none at a finish */
    public function ways(int $node): array
    {
        return $this->ways[$node];
    }

    /** @return list<string> stops, cues and rungs that every round begins at */
    public function begunAt(): array
    {
        return $this->begunAt;
    }

    /** @return list<string> stops, cues and rungs that this step comes to; all on the way to a question that comes back */
    public static function arrived(State $from, State $to): array
    {
        $ids = static fn (State $state): array => array_map(static fn (Frame $frame): string => $frame->id, $state->path);
        $isBack = $to->returning && (! $from->returning || $to->pending !== $from->pending);

        return $isBack ? $ids($to) : array_values(array_diff($ids($to), $ids($from)));
    }

    /** @return list<Way> */
    private function waysFrom(int $node, Behaviour $behaviour): array
    {
        $from = $this->states[$node];
        $isBack = $this->isBack[$node];
        $ways = [];
        foreach ($from->isFinished() ? [] : $behaviour->choices($from, all: true) as $choice) {
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
            $next = $this->node($to, $isBack, $isForked);
            if ($isForked) {
                $this->forked[$next] = true;
            }
            $ways[] = new Way(
                $next,
                self::arrived($from, $to),
                $back === null ? null : $this->node($back, true),
                $back === null ? [] : self::arrived($from, $back),
            );
        }

        return $ways;
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
