<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Round\Decision\Decision;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;

/**
 * What an event comes to: facts that are told, and decisions that are made, or followed where they were recorded.
 *
 * What depends on a key is *decided* at few places. While a round is folded again, its recorded decisions are followed
 * instead, so that a corrected key changes results and not the path.
 *
 * @internal to the walk
 */
final class Decisions
{
    /** @var list<Fact> */
    private array $facts = [];

    /** @var ?list<array<array-key, mixed>> facts of the event as it was taken */
    private ?array $recorded = null;

    /** @var array<int, true> indices of the recorded decisions that were followed */
    private array $followed = [];

    public function __construct(public readonly bool $withFacts)
    {
    }

    /** @param  ?list<array<array-key, mixed>>  $recorded  what was decided when the event was taken; null when it is taken now */
    public function begin(?array $recorded): void
    {
        $this->facts = [];
        $this->recorded = $recorded;
        $this->followed = [];
    }

    public function isFollowing(): bool
    {
        return $this->recorded !== null;
    }

    /** @return list<Fact> told since the event began */
    public function facts(): array
    {
        return $this->facts;
    }

    /**
     * @template T of Decision
     *
     * @param  class-string<T>  $what
     * @param  callable(): ?T  $compute
     * @return ?T the recorded decision, or a new one, which becomes a fact; null where there is nothing to decide
     */
    public function decide(string $what, callable $compute): ?Decision
    {
        $decision = $this->recorded === null ? $compute() : $this->recorded($what);
        if ($decision !== null && $this->withFacts) {
            $this->made($decision);
        }

        return $decision;
    }

    /**
     * @template T of Decision
     *
     * @param  class-string<T>  $what
     * @return ?T the next recorded decision of that kind
     */
    public function recorded(string $what): ?Decision
    {
        $fact = $this->next($what::kind());

        return $fact === null ? null : $what::read($fact);
    }

    /** Tells a decision that was made without being looked for among those recorded. */
    public function made(Decision $decision): void
    {
        if ($this->withFacts) {
            $this->facts[] = new Fact($decision::kind(), $decision->toArray());
        }
    }

    /** Whether a fact of the kind was recorded and not followed yet. */
    public function has(FactKind $kind): bool
    {
        foreach ($this->recorded ?? [] as $index => $fact) {
            if (($fact['kind'] ?? null) === $kind->value && ! isset($this->followed[$index])) {
                return true;
            }
        }

        return false;
    }

    /** @return array<array-key, mixed>|null the next recorded fact of the kind */
    public function next(FactKind $kind): ?array
    {
        $wanted = $kind->value;
        foreach ($this->recorded ?? [] as $index => $fact) {
            if (($fact['kind'] ?? null) === $wanted && ! isset($this->followed[$index])) {
                $this->followed[$index] = true;

                return $fact;
            }
        }

        return null;
    }

    /** @param  array<string, mixed>  $data */
    public function tell(FactKind $kind, array $data): void
    {
        if ($this->withFacts) {
            $this->facts[] = new Fact($kind, $data);
        }
    }
}
