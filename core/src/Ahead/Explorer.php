<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * Explores where a quiz can lead, by the engine's own transitions.
 *
 * What lies behind is forgotten at each step, so that the ways through one stop are looked at once and not once for each way
 * through all others. Where it matters, every past is allowed for: conditions that look back are guessed both ways, stops
 * that can be met again are met in every way in which they can have been left, and each question that can be set aside comes
 * back by itself.
 */
final class Explorer
{
    public readonly AssumedConditions $assumed;

    private readonly Engine $engine;

    private readonly Position $position;

    private readonly Moves $moves;

    private readonly AbstractState $abstractState;

    /** Whether anything is dealt by lot that makes a difference. */
    private readonly bool $mayDeal;

    /** @var array<string, true> stops that can be met again */
    private readonly array $again;

    /** @var list<State> */
    private array $nodes = [];

    /** @var array<string, int> */
    private array $byKey = [];

    /** @var array<int, list<Edge>> */
    private array $edges = [];

    /** @var array<string, array<string, State>> how stops can have been left, by stop */
    private array $left = [];

    /** @var array<int, Reentry> by node */
    private array $reentries = [];

    /** @var array<string, list<int>> re-entries, by stop */
    private array $entered = [];

    /** @var array<string, true> how questions were left */
    private array $settled = [];

    /** @var list<int> */
    private array $queue = [];

    private function __construct(private readonly QuizDocument $quiz, private readonly Terms $terms, private readonly int $most)
    {
        $this->assumed = new AssumedConditions;
        $this->engine = new Engine($quiz, $terms, $this->assumed);
        $this->position = new Position($quiz, $terms);
        $this->moves = new Moves($quiz, $terms);
        $this->abstractState = new AbstractState($quiz, $terms);
        $this->again = ExactState::metAgain($quiz, $terms);
        $this->mayDeal = $quiz->pool !== [] || array_filter($quiz->stops, self::isUneven(...)) !== [];
    }

    /** @param  int  $most  nodes to look at */
    public static function of(QuizDocument $quiz, Terms $terms, int $most = 50_000): self
    {
        // The order by lot moves only stops that nothing is joined to, and the clock of a round ends it for everybody.
        return new self($quiz, $terms->with(mixStops: false, secondsForRound: null), $most);
    }

    /** The same quiz and terms with everything that lies behind kept. */
    public function exactly(): ExactSearch
    {
        return new ExactSearch($this->quiz, $this->terms);
    }

    /** Everywhere it leads; the assumed conditions then know which forks were taken on the way. */
    public function structure(): Structure
    {
        for ($turn = 0; $turn < ($this->mayDeal ? 200 : 1); $turn++) {
            foreach ($this->assumed->each(fn () => $this->engine->apply(new State, new Started(seed: "ahead $turn"), 0)) as $begun) {
                if ($begun instanceof Applied) {
                    $this->node($begun->state);
                }
            }
        }
        $roots = count($this->nodes);
        while ($this->queue !== [] && count($this->nodes) <= $this->most) {
            $node = array_pop($this->queue);
            $this->edges[$node] = $this->edgesFrom($node);
        }
        $isWhole = $this->queue === [];
        $edges = [];
        foreach (array_keys($this->nodes) as $node) {
            $edges[] = $this->edges[$node] ?? [];
        }

        $ends = array_map(static fn (State $node): bool => $node->isFinished(), $this->nodes);

        return new Structure($this->nodes, $edges, self::surely($edges, $roots === 1 ? [0] : []), $ends, $isWhole);
    }

    /** @return list<Edge> */
    private function edgesFrom(int $node): array
    {
        if (isset($this->reentries[$node])) {
            return [$this->edgeOfReentry($this->reentries[$node])];
        }
        $from = $this->nodes[$node];
        $edges = [];
        foreach ($this->moves->from($from) as $move) {
            $edge = $this->edge($from, $move);
            if ($edge !== null) {
                $edges[] = $edge;
            }
        }

        return $edges;
    }

    private function edge(State $from, Move $move): ?Edge
    {
        $to = [];
        $results = array_merge(...array_map(fn (State $lot): array => $this->results($lot, $move), $this->lots($from, $move)));
        foreach ($results as $result) {
            $this->leave($from, $result, $move);
            foreach ($result->returning ? [] : $this->abstractState->here($result) as $stop) {
                if ($this->quiz->stop($stop) instanceof VideoStop) {
                    $this->settle($stop, $this->abstractState->only($stop, $result));
                }
            }
            $met = array_filter(
                array_diff($this->abstractState->here($result), $this->abstractState->here($from)),
                fn (string $stop): bool => isset($this->again[$stop]),
            );
            array_push(
                $to,
                ...($met === []
                    ? [$this->node($result)]
                    : array_map(fn (string $stop): int => $this->meeting($stop, $result, $from, $move), array_values($met))),
            );
        }

        return $to === [] ? null : new Edge($move, array_values(array_unique($to)), count($results) === 1 && count($to) === 1);
    }

    /** Where a stop that can be met again is entered: from there it goes on in each way in which it can have been left. */
    private function meeting(string $stop, State $result, State $from, Move $move): int
    {
        $key = "reentry $stop ".$this->abstractState->key($result);
        if (! isset($this->byKey[$key])) {
            $node = $this->byKey[$key] = count($this->nodes);
            $this->nodes[] = $this->abstractState->forget($result);
            $this->reentries[$node] = new Reentry($stop, $from, $move, $this->node($result));
            $this->entered[$stop][] = $node;
            $this->queue[] = $node;
        }

        return $this->byKey[$key];
    }

    private function edgeOfReentry(Reentry $reentry): Edge
    {
        foreach (array_slice($this->left[$reentry->stop] ?? [], $reentry->tried) as $left) {
            $reentry->tried++;
            $met = clone $reentry->from;
            $this->abstractState->carry($reentry->stop, $left, $met);
            foreach ($this->results($met, $reentry->move) as $result) {
                if ($this->abstractState->here($result) === $this->abstractState->here($this->nodes[$reentry->unseen])) {
                    $reentry->leadsTo($this->node($result));
                }
            }
        }

        return new Edge(new Move($reentry->move->event, MoveKind::On), $reentry->to(), count($reentry->to()) === 1);
    }

    /** @return list<State> for each way in which conditions that look back can turn out */
    private function results(State $from, Move $move): array
    {
        $results = [];
        foreach ($this->assumed->each(fn () => $this->engine->ahead($from, $move->event, $move->at)) as $state) {
            if ($state !== null) {
                $results[] = $state;
            }
        }

        return $results;
    }

    private function node(State $state): int
    {
        $key = $this->abstractState->key($state);
        if (! isset($this->byKey[$key])) {
            $this->byKey[$key] = count($this->nodes);
            $this->nodes[] = $this->abstractState->forget($state);
            $this->queue[] = $this->byKey[$key];
        }

        return $this->byKey[$key];
    }

    /** A stop is left: whoever meets it again, or has it come back, finds it so. */
    private function leave(State $from, State $result, Move $move): void
    {
        if ($from->returning) {
            return;
        }
        $stops = $move->event instanceof HandedIn
            ? array_map(static fn (Stop $stop): string => $stop->id, $this->quiz->stops)
            : array_diff($this->abstractState->here($from), $result->returning ? [] : $this->abstractState->here($result));
        foreach ($stops as $stop) {
            $left = $this->abstractState->only($stop, $result);
            $this->settle($stop, $left);
            $this->isLeft($stop, $left);
            $back = $result->returning ? $this->position->home($result) : null;
            if ($back !== null && isset($left->records[$back->id])) {
                // Set aside as the last of all it came back at once; with others before it, it would still be set aside.
                $waiting = $this->abstractState->only($stop, $result);
                $waiting->records[$back->id] = clone $left->records[$back->id];
                $waiting->records[$back->id]->standing = Standing::SetAside;
                $this->isLeft($stop, $waiting);
            }
        }
    }

    private function isLeft(string $stop, State $left): void
    {
        $key = ($left->handedIn ? 'h' : '').$this->abstractState->ofStop($stop, $left);
        if (! isset($this->left[$stop][$key])) {
            $this->left[$stop][$key] = $left;
            array_push($this->queue, ...$this->entered[$stop] ?? []);
        }
    }

    /** What was set aside, or shown with an alike one for it, comes back before the finish; or once it is handed in. */
    private function settle(string $stop, State $left): void
    {
        foreach ($this->quiz->stop($stop)?->questions() ?? [] as $question) {
            $key = "$question->id $left->handedIn ".$this->abstractState->ofQuestion($question->id, $left);
            if (isset($this->settled[$key])) {
                continue;
            }
            $this->settled[$key] = true;
            $comesBack = $this->position->comesBack($question, $left);
            for ($turn = 0; $turn <= 6 * count($this->quiz->alikes($question)); $turn++) {
                $left->seed = "ahead $turn";
                if ($comesBack) {
                    $this->node($this->engine->comingBack($left, [$question->id]));
                } elseif ($left->answersWait($this->terms)) {
                    $this->handIn($stop, $left);
                }
            }
        }
    }

    /** The first of what comes back is there at once. */
    private function handIn(string $stop, State $left): void
    {
        $outcome = $this->engine->apply($left, new HandedIn, 0);
        if ($outcome instanceof Applied) {
            $this->node($outcome->state);
            $this->settle($stop, $this->abstractState->only($stop, $outcome->state));
        }
    }

    /** @return list<State> the state, with a lot for each of the ways in which what the move deals by lot can differ */
    private function lots(State $from, Move $move): array
    {
        $outcome = $this->mayDeal ? $this->engine->apply($from, $move->event, $move->at) : null;
        $lots = [];
        foreach ($outcome instanceof Applied ? $this->lotsToTry($from, $outcome) : [] as $other) {
            $state = $this->engine->ahead($other, $move->event, $move->at);
            if ($state !== null) {
                $lots[$this->abstractState->key($state)] ??= $other;
            }
        }

        return $lots === [] ? [$from] : array_values($lots);
    }

    /** @return list<State> as many as make it all but sure that each question that can be dealt is */
    private function lotsToTry(State $from, Applied $outcome): array
    {
        foreach ($outcome->facts as $fact) {
            if ($fact->kind === FactKind::Dealt && isset($fact->data['question'])) {
                $home = $this->quiz->question((string) ($fact->data['for'] ?? ''));
                $stop = $this->quiz->stop((string) ($fact->data['stop'] ?? ''));
                if ($home !== null) {
                    return self::seeded($from, 12 * (1 + count($this->quiz->alikes($home))));
                }
                if ($stop !== null && self::isUneven($stop)) {
                    $hand = $from->series[$stop->id]->hand ?? [];

                    return $hand === [] ? self::seeded($from, 40 * count($stop->questions())) : self::rotated($from, $stop->id, $hand);
                }
            }
        }

        return [];
    }

    /** @return list<State> */
    private static function seeded(State $from, int $lots): array
    {
        $seeded = [];
        for ($turn = 0; $turn < $lots; $turn++) {
            $other = clone $from;
            $other->seed = "ahead $turn";
            $seeded[] = $other;
        }

        return $seeded;
    }

    /**
     * Each question of a drill's hand may be the next.
     *
     * @param  non-empty-list<string>  $hand
     * @return list<State>
     */
    private static function rotated(State $from, string $stop, array $hand): array
    {
        $rotated = [];
        foreach (array_keys($hand) as $first) {
            $other = clone $from;
            $other->series[$stop] = clone $from->series[$stop];
            $other->series[$stop]->hand = [...array_slice($hand, $first), ...array_slice($hand, 0, $first)];
            $rotated[] = $other;
        }

        return $rotated;
    }

    /** A drill whose questions differ in their ladders: it matters which of them are dealt. */
    private static function isUneven(Stop $stop): bool
    {
        return $stop instanceof DrillStop
            && count(array_unique(array_map(static fn (Question $question): int => count($question->ladder), $stop->questions))) > 1;
    }

    /**
     * @param  list<list<Edge>>  $edges
     * @param  list<int>  $roots
     * @return list<bool> by node
     */
    private static function surely(array $edges, array $roots): array
    {
        $sure = array_fill(0, count($edges), false);
        while ($roots !== []) {
            $node = array_pop($roots);
            if ($sure[$node]) {
                continue;
            }
            $sure[$node] = true;
            foreach ($edges[$node] as $edge) {
                if ($edge->sure) {
                    $roots[] = $edge->to[0];
                }
            }
        }

        return $sure;
    }
}
