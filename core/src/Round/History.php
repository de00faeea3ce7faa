<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\RoundTerms;

/** What a student's earlier rounds of a task mean for the next one. */
final readonly class History
{
    /**
     * @param  list<string>  $missed  questions whose latest standing was not right
     * @param  list<string>  $seen  questions that were asked
     * @param  ?list<string>  $only  the round asks only these; null for all
     * @param  ?list<string>  $portion  stops that this round deals; null for all
     * @param  list<string>  $dealt  stops that earlier portions dealt
     * @param  array<string, string>  $standIns  alike questions that are asked at once in place of others, by these
     */
    public function __construct(
        public array $missed = [],
        public array $seen = [],
        public ?array $only = null,
        public ?array $portion = null,
        public array $dealt = [],
        public array $standIns = [],
    ) {
    }

    /**
     * @param  list<State>  $rounds  from the first to the last
     * @param  string  $seed  of the round that begins
     */
    public static function of(QuizDocument $quiz, array $rounds, RoundTerms $terms, string $seed): self
    {
        $right = $dealt = [];
        foreach ($rounds as $round) {
            foreach ($round->records as $question => $record) {
                if ($record->standing !== Standing::Untouched && isset($quiz->questions()[$question])) {
                    $right[$question] = ! $record->standing->isMissed();
                }
            }
            $dealt += array_flip($round->history->portion ?? []);
        }
        $missed = array_keys(array_filter($right, static fn (bool $was): bool => ! $was));
        if ($terms->portion !== null) {
            $portion = Portion::of($quiz, $rounds, $terms->portion, $terms->onlyMissed, $seed);

            return new self($missed, array_keys($right), null, $portion, array_map(strval(...), array_keys($dealt)));
        }

        return new self($missed, array_keys($right), $terms->onlyMissed && $missed !== [] ? $missed : null);
    }

    /**
     * For a return, which asks questions by themselves.
     *
     * @param  array<string, ?string>  $asked  by the question: the alike one in its place
     */
    public static function ofReturn(array $asked): self
    {
        return new self(standIns: array_filter($asked, is_string(...)));
    }

    public function isEmpty(): bool
    {
        return $this->toArray() === ['missed' => [], 'seen' => []];
    }

    public static function read(Fields $fields): self
    {
        return new self(
            $fields->stringsOr('missed'),
            $fields->stringsOr('seen'),
            $fields->has('only') ? $fields->strings('only') : null,
            $fields->has('portion') ? $fields->strings('portion') : null,
            $fields->stringsOr('dealt'),
            $fields->stringMapOr('standIns'),
        );
    }

    /** @return array<string, array<string>> */
    public function toArray(): array
    {
        return ['missed' => $this->missed, 'seen' => $this->seen]
            + ($this->only === null ? [] : ['only' => $this->only])
            + ($this->portion === null ? [] : ['portion' => $this->portion, 'dealt' => $this->dealt])
            + ($this->standIns === [] ? [] : ['standIns' => $this->standIns]);
    }
}
