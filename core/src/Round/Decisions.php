<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

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
     * @param  callable(): array<string, mixed>  $compute
     * @return array<array-key, mixed> the recorded decision, or a new one, which becomes a fact
     */
    public function decide(FactKind $kind, callable $compute): array
    {
        $decision = $this->recorded === null ? $compute() : ($this->next($kind) ?? []);
        if ($this->withFacts && $decision !== []) {
            $this->tell($kind, array_diff_key($decision, ['kind' => true]));
        }

        return $decision;
    }

    /** Whether a fact of the kind was recorded and not followed yet. */
    public function has(FactKind $kind): bool
    {
        return $this->ahead($kind) !== null;
    }

    /** @return array<array-key, mixed>|null the next recorded fact of the kind */
    public function next(FactKind $kind): ?array
    {
        $index = $this->ahead($kind);
        if ($index === null) {
            return null;
        }
        $this->followed[$index] = true;

        return $this->recorded[$index] ?? null;
    }

    private function ahead(FactKind $kind): ?int
    {
        $wanted = $kind->value;
        foreach ($this->recorded ?? [] as $index => $fact) {
            if (($fact['kind'] ?? null) === $wanted && ! isset($this->followed[$index])) {
                return $index;
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

    /** @param  array<array-key, mixed>  $data */
    public static function text(array $data, string $name): ?string
    {
        $value = $data[$name] ?? null;

        return is_string($value) ? $value : null;
    }
}
