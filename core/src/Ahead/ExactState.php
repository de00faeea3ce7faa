<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Result\Mastery;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/** Where a student stands, with as much of what lies behind as still matters: two states with the same key go on alike. */
final readonly class ExactState
{
    public AbstractState $abstractState;

    /** @var list<string> stops that can be met again */
    private array $again;

    /**
     * @var list<array{Condition, ?int}> conditions that look back, and the position of the stop they belong to; none where it can be met at
     * any time
     */
    private array $looksBack;

    private Mastery $mastery;

    private Conditions $conditions;

    /** @var \WeakMap<Condition, list<?int>> by condition, what lastAsked() finds */
    private \WeakMap $lastAsked;

    /**
     * @param  ?float  $grain  shares of points and chances of mastery that differ by less count as the same, 0 to 1; without it
     *                         they are told apart exactly
     */
    public function __construct(private QuizDocument $quiz, Terms $terms, private ?float $grain = null)
    {
        $this->abstractState = new AbstractState($quiz, $terms);
        $again = self::metAgain($quiz, $terms);
        $this->again = array_values(
            array_filter(
                array_map(strval(...), array_keys($again)),
                static fn (string $stop): bool => ($quiz->stop($stop)?->questions() ?? []) !== [],
            ),
        );
        $looksBack = [];
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            $conditions = array_column($stop->forks, 'when');
            foreach ($stop->shownIf === null ? $conditions : [...$conditions, $stop->shownIf] as $condition) {
                if ($condition->kind->looksBack()) {
                    $looksBack[] = [$condition, isset($again[$stop->id]) ? null : $quiz->position($stop->id)];
                }
            }
        }
        $this->looksBack = $looksBack;
        $this->lastAsked = new \WeakMap;
        $this->mastery = new Mastery($quiz);
        $this->conditions = new Conditions($quiz, $terms);
    }

    /** Whether anything that lies behind still matters. */
    public function matters(State $state): bool
    {
        return $this->again !== [] || $this->ahead($state) !== [];
    }

    public function key(State $state): string
    {
        $key = $this->abstractState->key($state);
        if ($state->isFinished()) {
            return $key;
        }
        foreach ($this->again as $stop) {
            $key .= '#'.$this->abstractState->ofStop($stop, $state).(isset($state->visited[$stop]) ? 'v' : '');
        }
        foreach ($this->ahead($state) as $condition) {
            $key .= '?'.($this->isSettled($condition, $state)
                ? ($this->conditions->met($condition, null, $state) ? 'yes' : 'no')
                : $this->past($condition, $state));
        }

        return $key;
    }

    /** @return list<Condition> that are still to be asked for */
    private function ahead(State $state): array
    {
        $here = $this->looksBack === [] || $state->path === [] ? null : $this->quiz->position($state->path[0]->id);
        $ahead = [];
        foreach ($this->looksBack as [$condition, $position]) {
            if ($position === null || $here === null || $position >= $here) {
                $ahead[] = $condition;
            }
        }

        return $ahead;
    }

    /** Nothing that it asks for can change any more: only whether it holds matters. */
    private function isSettled(Condition $condition, State $state): bool
    {
        $here = $state->path === [] ? null : $this->quiz->position($state->path[0]->id);
        if ($here === null || $condition->kind === ConditionKind::Score) {
            return false;
        }
        foreach ($this->lastAsked[$condition] ??= $this->lastAsked($condition) as $position) {
            if ($position === null || $position >= $here) {
                return false;
            }
        }

        return true;
    }

    /** @return list<?int> positions of the stops whose questions a condition asks for; none where they can be met at any time */
    private function lastAsked(Condition $condition): array
    {
        $positions = [];
        foreach ($this->quiz->questions() as $id => $question) {
            if ($id === $condition->question || in_array($condition->value, $question->objectives, true)) {
                $stop = $this->quiz->stopOf($id);
                $positions[] = $stop === null || in_array($stop->id, $this->again, true) ? null : $this->quiz->position($stop->id);
            }
        }

        return $positions;
    }

    private function grained(float $share): string
    {
        return (string) ($this->grain === null ? round($share, 6) : round($share / $this->grain));
    }

    /** What a condition asks for, as it stands now. */
    private function past(Condition $condition, State $state): string
    {
        if ($condition->kind === ConditionKind::Score) {
            $score = Score::soFar($this->quiz, $state);

            return $this->grain === null
                ? round($score->points(), 6).'/'.round($score->of(), 6).'/'.round($score->share() ?? -1, 6)
                : $this->grained($score->share() ?? -1.0);
        }
        if ($condition->kind === ConditionKind::Mastered) {
            $mastered = $this->mastery->ofObjective((string) $condition->value, [$state]);

            return ($mastered->mastered ? 'm' : '').$this->grained($mastered->known);
        }
        $record = $state->record((string) $condition->question);

        return $record->standing->value.$record->mark?->entry.implode(',', $record->response->list ?? [])
            .($record->response === null ? '' : 'a');
    }

    /**
     * Stops that a walk can meet more than once: those that something behind leads back to, and all side stops; where there is
     * an overview, or a question that comes back leads on, all of them.
     *
     * @return array<string, true>
     */
    public static function metAgain(QuizDocument $quiz, Terms $terms): array
    {
        $again = array_fill_keys(array_map(static fn (Stop $stop): string => $stop->id, $quiz->sideStops), true);
        $least = $terms->hasOverview() ? 0 : count($quiz->stops);
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            $here = $quiz->position($stop->id) ?? count($quiz->stops);
            foreach (self::targets($stop) as $target) {
                $there = $quiz->position($target);
                if ($there !== null && ($there <= $here || $stop->questions() !== [])) {
                    $least = min($least, $there);
                }
            }
        }
        foreach (array_slice($quiz->stops, $least) as $stop) {
            $again[$stop->id] = true;
        }

        return $again;
    }

    /** @return list<string> where forks of the stop and of what is asked in it lead */
    private static function targets(Stop $stop): array
    {
        $targets = array_map(static fn ($fork): string => $fork->to, $stop->forks);
        foreach ($stop->questions() as $question) {
            array_push(
                $targets,
                ...array_filter(array_map(static fn (Entry $entry): ?string => $entry->fork, $question->allEntries()), is_string(...)),
            );
        }

        return $targets;
    }
}
