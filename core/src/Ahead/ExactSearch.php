<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\Fork;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Applied;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Mastery;
use HiddenLadder\Core\Round\Score;
use HiddenLadder\Core\Round\Started;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\Terms;

/**
 * Explores whole rounds, with everything that lies behind and matters later: how stops that can be met again were left, and
 * what conditions that look back ask for. Exact, and large where much is looked back at.
 */
final readonly class ExactSearch
{
    private Engine $engine;

    private Moves $moves;

    private Standpoint $standpoint;

    /** @var list<Condition> */
    private array $looksBack;

    /** @param  list<string>  $again  stops that can be met again */
    public function __construct(private QuizDocument $quiz, private Terms $terms, private array $again, int $slips)
    {
        $this->engine = new Engine($quiz, $terms);
        $this->moves = new Moves($quiz, $terms);
        $this->standpoint = new Standpoint($quiz, $terms, $slips);
        $conditions = array_merge(...array_map(static fn (Stop $stop): array => [
            ...array_map(static fn (Fork $fork): Condition => $fork->when, $stop->forks),
            ...($stop->shownIf === null ? [] : [$stop->shownIf]),
        ], [...$quiz->stops, ...$quiz->sideStops]));
        $this->looksBack = array_values(array_filter($conditions, static fn (Condition $condition): bool => $condition->kind->looksBack()));
    }

    /**
     * Where questions come back before the finish it stops, and so it does at nodes that are too many: both count as ends.
     *
     * @param  int  $most  nodes to look at
     */
    public function structure(int $most): Structure
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
            foreach ($nodes[$node]->returning ? [] : $this->moves->from($nodes[$node]) as $move) {
                $outcome = $this->engine->apply($nodes[$node], $move->event, $move->at);
                if ($outcome instanceof Applied) {
                    $key = $this->key($outcome->state);
                    if (! isset($byKey[$key])) {
                        $byKey[$key] = count($nodes);
                        $nodes[] = $outcome->state;
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
        $key = $this->standpoint->key($state);
        foreach ($state->isFinished() ? [] : $this->again as $stop) {
            $key .= '#'.$this->standpoint->ofStop($stop, $state).(isset($state->visited[$stop]) ? 'v' : '');
        }
        foreach ($state->isFinished() ? [] : $this->looksBack as $condition) {
            $key .= '?'.$this->past($condition, $state);
        }

        return $key;
    }

    /** What a condition asks for, as it stands now. */
    private function past(Condition $condition, State $state): string
    {
        if ($condition->kind === ConditionKind::Score) {
            $score = Score::soFar($this->quiz, $state);

            return round($score->points(), 6).'/'.round($score->of(), 6).'/'.round($score->share() ?? -1, 6);
        }
        if ($condition->kind === ConditionKind::Mastered) {
            $mastered = (new Mastery($this->quiz))->ofObjective((string) $condition->value, [$state]);

            return ($mastered->mastered ? 'm' : '').round($mastered->known, 6);
        }
        $record = $state->record((string) $condition->question);

        return $record->standing->value.$record->mark?->entry.implode(',', $record->response->list ?? []).($record->response === null ? '' : 'a');
    }
}
