<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Decision;

use HiddenLadder\Core\Round\Result\FactKind;

/** Which question a drill, a staircase or a group of alike ones gives out; none, where it has no more. */
final readonly class Dealt implements Decision
{
    /**
     * @param  array<string, string>  $from  the stop that deals, or the question for which another stands in: `stop` or `for`
     * @param  ?list<string>  $hand  of a drill: what comes after it
     * @param  ?int  $level  of a staircase, from 0
     */
    private function __construct(private array $from, public ?string $question, public ?array $hand, public ?int $level)
    {
    }

    public static function standIn(string $for, ?string $question): self
    {
        return new self(['for' => $for], $question, null, null);
    }

    /** @param  list<string>  $hand */
    public static function ofDrill(string $stop, ?string $question, array $hand): self
    {
        return new self(['stop' => $stop], $question, $hand, null);
    }

    public static function ofStaircase(string $stop, ?string $question, int $level): self
    {
        return new self(['stop' => $stop], $question, null, $level);
    }

    /** A drill or a staircase that is over. */
    public static function nothing(string $stop): self
    {
        return new self(['stop' => $stop], null, null, null);
    }

    public static function kind(): FactKind
    {
        return FactKind::Dealt;
    }

    public static function read(array $fact): static
    {
        $hand = $fact['hand'] ?? null;

        return new self(
            array_filter(array_intersect_key($fact, ['for' => true, 'stop' => true]), is_string(...)),
            is_string($fact['question'] ?? null) ? $fact['question'] : null,
            is_array($hand) ? array_values(array_filter($hand, is_string(...))) : null,
            is_int($fact['level'] ?? null) ? $fact['level'] : null,
        );
    }

    public function toArray(): array
    {
        return $this->from + ['question' => $this->question]
            + ($this->hand === null ? [] : ['hand' => $this->hand]) + ($this->level === null ? [] : ['level' => $this->level]);
    }
}
