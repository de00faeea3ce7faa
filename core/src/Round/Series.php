<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;

/** How far a student is in a drill or on a staircase. The engine changes copies of its own. */
final class Series
{
    /** The question that is asked now. */
    public ?string $current = null;

    /** Questions given out so far. */
    public int $dealt = 0;

    /** @var list<string> the rest of a drill's hand */
    public array $hand = [];

    /** @var array<string, bool> by question: whether it was right when it was last answered */
    public array $results = [];

    /** The current question has had its answer. */
    public bool $answered = false;

    /** Of a staircase, from 0. */
    public int $level = 0;

    /** Levels of a staircase reached with a right answer, from 0 (none) up. */
    public int $reached = 0;

    /** Rungs seen of a staircase's ladder. */
    public int $depth = 0;

    public bool $ended = false;

    /** Whether the drill's need was met, or the staircase's top was reached. */
    public bool $met = false;

    /** The share of the points that a person gave it. */
    public ?float $overruled = null;

    public string $comment = '';

    public function right(): int
    {
        return count(array_filter($this->results));
    }

    /** @return list<string> questions that were not right when they were last answered */
    public function missed(): array
    {
        return array_keys(array_filter($this->results, static fn (bool $right): bool => ! $right));
    }

    public static function read(Fields $fields): self
    {
        $series = new self;
        $series->current = $fields->stringOrNull('current');
        $series->dealt = $fields->integerOr('dealt', 0);
        $series->hand = $fields->stringsOr('hand');
        $series->results = $fields->booleans('results');
        $series->answered = $fields->booleanOr('answered', false);
        $series->level = $fields->integerOr('level', 0);
        $series->reached = $fields->integerOr('reached', 0);
        $series->depth = $fields->integerOr('depth', 0);
        $series->ended = $fields->booleanOr('ended', false);
        $series->met = $fields->booleanOr('met', false);
        $series->overruled = $fields->numberOrNull('overruled');
        $series->comment = $fields->stringOr('comment', '');

        return $series;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return get_object_vars($this);
    }
}
