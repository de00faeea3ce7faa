<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Result\Record;

/** Where a round stood when its task closed, kept so that it can go on from there when the task is opened again. */
final readonly class Interrupted
{
    /**
     * @param  array<string, Record>  $records  as they were, of the questions that closing marked
     * @param  int  $evidence  tries that counted as evidence
     */
    private function __construct(private Bookmark $place, private bool $handedIn, private array $records, private int $evidence)
    {
    }

    /** @param  list<string>  $marked  questions that closing marks */
    public static function of(State $state, array $marked): self
    {
        $records = [];
        foreach ($marked as $question) {
            $records[$question] = clone $state->record($question);
        }

        return new self(Bookmark::of($state), $state->handedIn, $records, count($state->evidence));
    }

    /** The state goes on from where it stood. What a person said of an answer since then stays. */
    public function restore(State $state): void
    {
        $this->place->restore($state);
        $state->handedIn = $this->handedIn;
        $state->evidence = array_slice($state->evidence, 0, $this->evidence);
        foreach ($this->records as $question => $before) {
            if ($state->record($question)->overruled === $before->overruled) {
                $state->records[$question] = clone $before;
            }
        }
        $state->finish = $state->finishedAt = $state->interrupted = null;
    }

    public static function read(Fields $fields): self
    {
        return new self(
            Bookmark::read($fields),
            $fields->booleanOr('handedIn', false),
            array_map(Record::read(...), $fields->map('records')),
            $fields->integerOr('evidence', 0),
        );
    }

    /** @return array<string, mixed> without what is empty */
    public function toArray(): array
    {
        return $this->place->toArray() + array_filter([
            'handedIn' => $this->handedIn,
            'records' => array_map(static fn (Record $record): array => $record->toArray(), $this->records),
            'evidence' => $this->evidence,
        ], static fn (mixed $value): bool => $value !== [] && $value !== false && $value !== 0);
    }
}
