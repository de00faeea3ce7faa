<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Outcome;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;

/** What a round's events say for the evidence: its tries in order, what was watched, and what it came to. Made event by event. */
final readonly class RoundEvidence implements Outcome
{
    /** Who did nothing for longer than so many milliseconds was away. */
    public const AWAY = 600_000;

    /**
     * @param  list<Attempt>  $attempts
     * @param  array<string, list<array{float, float}>>  $watched  stretches in order, by video stop or rung
     * @param  array<string, list<string>>  $rungs  seen since the last try, by question
     * @param  array<string, float>  $taken  seconds of answers that are not marked yet, by question
     * @param  ?int  $at  the last event, in milliseconds since 1970
     * @param  list<array{string, bool}>  $evidence  tries that count as evidence: question, and whether it was right
     * @param  array<string, string>  $standings  by question
     * @param  ?int  $readAt  when a person last said something to an answer, in milliseconds since 1970
     * @param  int  $answered  answers given, whatever became of them
     * @param  int  $commented  comments written
     */
    public function __construct(
        public array $attempts = [],
        public array $watched = [],
        private array $rungs = [],
        private array $taken = [],
        private ?int $at = null,
        private array $evidence = [],
        public array $standings = [],
        public ?int $readAt = null,
        public int $answered = 0,
        public int $commented = 0,
    ) {
    }

    /**
     * @param  int  $at  in milliseconds since 1970
     * @param  list<Fact>  $facts  what the event came to
     */
    public function with(Event $event, int $at, array $facts): self
    {
        [$attempts, $watched, $rungs, $taken] = [$this->attempts, $this->watched, $this->rungs, $this->taken];
        $passed = self::passed($this->at, $at);
        if ($event instanceof Watched) {
            $watched[$event->video][] = [$event->from, $event->to];
        }
        foreach ($facts as $fact) {
            $question = StoredJson::text($fact->data['home'] ?? $fact->data['question'] ?? '');
            if ($fact->kind === FactKind::RungSeen) {
                $rungs[$question][] = StoredJson::text($fact->data['rung'] ?? '');
            } elseif ($fact->kind === FactKind::Taken && $passed !== null) {
                $taken[$question] = $passed;
            } elseif ($fact->kind === FactKind::Marked && ($fact->data['result'] ?? '') !== 'unclear') {
                $attempts[] = new Attempt(
                    $question, StoredJson::text($fact->data['result'] ?? ''), StoredJson::numberOrNull($fact->data['share'] ?? null) ?? 0.0,
                    StoredJson::textOrNull($fact->data['entry'] ?? null), StoredJson::textOrNull($fact->data['misconception'] ?? null),
                    $taken[$question]
                        ?? $passed, $rungs[$question]
                        ?? [], StoredJson::texts($fact->data['chosen'] ?? []), StoredJson::booleans($fact->data['parts'] ?? []),
                    StoredJson::textOrNull($fact->data['typed'] ?? null), StoredJson::textMap($fact->data['fillings'] ?? []),
                );
                unset($rungs[$question], $taken[$question]);
            } elseif ($fact->kind === FactKind::Overruled) {
                $share = StoredJson::numberOrNull($fact->data['share'] ?? null);
                $word = static fn (Attempt $last): Attempt => $last->overruled($share ?? $last->share);
                $attempts = self::onLast($attempts, $question, $word);
            } elseif ($fact->kind === FactKind::Restored && isset($fact->data['result'])) {
                $result = StoredJson::text($fact->data['result']);
                $share = StoredJson::numberOrNull($fact->data['share'] ?? null) ?? 0.0;
                $attempts = self::onLast($attempts, $question, static fn (Attempt $last): Attempt => $last->counting($result, $share));
            }
        }

        $readAt = $event->kind()->isWord() ? $at : $this->readAt;

        return new self(
            $attempts, $watched, $rungs, $taken, $at, $this->evidence, $this->standings, $readAt,
            $this->answered + ($event instanceof Answered ? 1 : 0), $this->commented + ($event instanceof Commented ? 1 : 0),
        );
    }

    /** With what the round has come to. */
    public function at(State $state): self
    {
        return new self(
            $this->attempts,
            $this->watched,
            $this->rungs,
            $this->taken,
            $this->at,
            $state->evidence,
            array_map(static fn (Record $record): string => $record->standing->value, $state->records),
            $this->readAt,
            $this->answered,
            $this->commented,
        );
    }

    /**
     * @param  ?int  $before  in milliseconds since 1970; none before the first event
     * @return ?float seconds between two events; null where somebody was away, or a clock was set back
     */
    public static function passed(?int $before, int $at): ?float
    {
        return $before === null || $at < $before || $at - $before > self::AWAY ? null : ($at - $before) / 1000;
    }

    /** @return array<string, Attempt> the first try at each question, by question */
    public function firstTries(): array
    {
        $first = [];
        foreach ($this->attempts as $attempt) {
            $first[$attempt->question] ??= $attempt;
        }

        return $first;
    }

    /**
     * Of the questions that were tried, how many were right at the first try.
     *
     * @param  list<string>  $questions  of those alone
     */
    public function rightAtOnce(array $questions): Share
    {
        $share = new Share(0, 0);
        foreach (array_intersect_key($this->firstTries(), array_flip($questions)) as $first) {
            $share = $share->with($first->isRight());
        }

        return $share;
    }

    /** @return array<string, int> rungs seen so far, by question that was tried or helped with */
    public function rungsSeen(): array
    {
        $seen = array_map(count(...), $this->rungs);
        foreach ($this->attempts as $attempt) {
            $seen[$attempt->question] = ($seen[$attempt->question] ?? 0) + count($attempt->rungs);
        }

        return $seen;
    }

    public function evidence(): array
    {
        return $this->evidence;
    }

    /** Answers that wait for a person to read them. */
    public function unread(): int
    {
        return count(array_keys($this->standings, Standing::ToBeRead->value, true));
    }

    public function isRight(string $question): bool
    {
        return Standing::tryFrom($this->standings[$question] ?? '')?->isRight() ?? false;
    }

    /** @param  array<array-key, mixed>  $roundEvidence  what toArray() gave */
    public static function fromArray(array $roundEvidence): self
    {
        $attempts = [];
        foreach (is_array($roundEvidence['attempts'] ?? null) ? $roundEvidence['attempts'] : [] as $attempt) {
            if (is_array($attempt)) {
                $attempts[] = Attempt::fromArray($attempt);
            }
        }
        $at = $roundEvidence['at'] ?? null;

        return new self(
            $attempts,
            array_map(self::stretches(...), StoredJson::lists($roundEvidence['watched'] ?? [])),
            array_map(StoredJson::texts(...), StoredJson::lists($roundEvidence['rungs'] ?? [])),
            StoredJson::numbers($roundEvidence['taken'] ?? []),
            is_int($at) ? $at : null,
            array_map(
                static fn (string $one): array => [substr($one, 1), str_starts_with($one, '+')],
                StoredJson::texts($roundEvidence['evidence'] ?? []),
            ),
            StoredJson::textMap($roundEvidence['standings'] ?? []),
            is_int($roundEvidence['readAt'] ?? null) ? $roundEvidence['readAt'] : null,
            is_int($roundEvidence['answered'] ?? null) ? $roundEvidence['answered'] : 0,
            is_int($roundEvidence['commented'] ?? null) ? $roundEvidence['commented'] : 0,
        );
    }

    /** @return array<string, mixed> without what is empty */
    public function toArray(): array
    {
        return array_filter([
            'attempts' => array_map(static fn (Attempt $attempt): array => $attempt->toArray(), $this->attempts),
            'watched' => $this->watched, 'rungs' => $this->rungs, 'taken' => $this->taken, 'at' => $this->at,
            'evidence' => array_map(
                static fn (array $one): string => ($one[1] ? '+' : '-').$one[0],
                $this->evidence,
            ), 'standings' => $this->standings, 'readAt' => $this->readAt, 'answered' => $this->answered, 'commented' => $this->commented,
        ], static fn (mixed $value): bool => $value !== null && $value !== [] && $value !== 0);
    }

    /**
     * A person's word on the last answer to a question.
     *
     * @param  list<Attempt>  $attempts
     * @param  callable(Attempt): Attempt  $word
     * @return list<Attempt>
     */
    private static function onLast(array $attempts, string $question, callable $word): array
    {
        for ($i = count($attempts) - 1; $i >= 0; $i--) {
            if ($attempts[$i]->question === $question) {
                $attempts[$i] = $word($attempts[$i]);
                break;
            }
        }

        return array_values($attempts);
    }

    /**
     * @param  array<array-key, mixed>  $stretches
     * @return list<array{float, float}>
     */
    private static function stretches(array $stretches): array
    {
        $read = [];
        foreach ($stretches as $stretch) {
            [$from, $to] = is_array($stretch)
                ? [StoredJson::numberOrNull($stretch[0] ?? null), StoredJson::numberOrNull($stretch[1] ?? null)]
                : [null, null];
            if ($from !== null && $to !== null) {
                $read[] = [$from, $to];
            }
        }

        return $read;
    }
}
