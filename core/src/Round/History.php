<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Standing;

/** What a student's earlier rounds of a task mean for the next one. */
final readonly class History
{
    /**
     * @param  list<string>  $missed  questions whose latest standing was not right
     * @param  list<string>  $seen  questions that were asked
     * @param  ?list<string>  $only  the round asks only these; null for all
     */
    public function __construct(public array $missed = [], public array $seen = [], public ?array $only = null)
    {
    }

    /**
     * @param  list<State>  $rounds  from the first to the last
     */
    public static function of(QuizDocument $quiz, array $rounds, bool $onlyMissed): self
    {
        $right = [];
        foreach ($rounds as $round) {
            foreach ($round->records as $question => $record) {
                if ($record->standing !== Standing::Untouched && isset($quiz->questions()[$question])) {
                    $right[$question] = ! $record->standing->isMissed();
                }
            }
        }
        $missed = array_keys(array_filter($right, static fn (bool $was): bool => ! $was));

        return new self($missed, array_keys($right), $onlyMissed && $missed !== [] ? $missed : null);
    }

    public function isEmpty(): bool
    {
        return $this->missed === [] && $this->seen === [] && $this->only === null;
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->stringsOr('missed'), $fields->stringsOr('seen'), $fields->has('only') ? $fields->strings('only') : null);
    }

    /** @return array<string, list<string>> */
    public function toArray(): array
    {
        return ['missed' => $this->missed, 'seen' => $this->seen] + ($this->only === null ? [] : ['only' => $this->only]);
    }
}
