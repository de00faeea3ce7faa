<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\Fork;
use HiddenLadder\Core\Round\Internal\ConditionObserver;

/**
 * Conditions that look back at other stops, guessed: every way in which they can turn out is tried, one after the other.
 * Notes which forks are taken.
 */
final class AssumedConditions implements ConditionObserver
{
    /** @var list<bool> how the conditions that are asked for first turn out */
    private array $given = [];

    /** @var array<int, bool> by condition */
    private array $made = [];

    /** @var array<int, true> forks taken, by object */
    private array $taken = [];

    /**
     * @template T
     *
     * @param  callable(): T  $try
     * @return non-empty-list<T> what it comes to, for each way the conditions it asks for can turn out
     */
    public function each(callable $try): array
    {
        $results = [];
        $open = [[]];
        while ($open !== []) {
            $this->given = array_pop($open);
            $this->made = [];
            $results[] = $try();
            $made = $this->inTurn();
            for ($i = count($this->given); $i < count($made); $i++) {
                $open[] = [...array_slice($made, 0, $i), true];
            }
        }
        $this->given = [];

        return $results;
    }

    /** @return list<bool> how the conditions turned out that were asked for since */
    private function inTurn(): array
    {
        return array_values($this->made);
    }

    public function assume(Condition $condition): ?bool
    {
        if (! $condition->kind->looksBack()) {
            return null;
        }

        return $this->made[spl_object_id($condition)] ??= $this->given[count($this->made)] ?? false;
    }

    public function took(Fork $fork): void
    {
        $this->taken[spl_object_id($fork)] = true;
    }

    public function hasTaken(Fork $fork): bool
    {
        return isset($this->taken[spl_object_id($fork)]);
    }
}
