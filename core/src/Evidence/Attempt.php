<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** One marked try at a question. */
final readonly class Attempt
{
    /**
     * @param  string  $question  the one it counts for, also where another stood in
     * @param  string  $result  of the marking: right, partly, not-right, noted
     * @param  float  $share  of the points, 0 to 1
     * @param  ?float  $seconds  since the event before it; none where the student was away
     * @param  list<string>  $rungs  seen at the question since the try before
     * @param  list<string>  $chosen  options, where they are not just the entry that decided
     * @param  array<string, bool>  $parts  of gaps and matches: which are right
     * @param  ?string  $typed  an answer that nobody foresaw, marked wrong, as it was typed, to 200 letters; also where a person gave
     *                          it full points since
     * @param  array<string, string>  $fillings  the same of gaps that were typed, by gap
     */
    public function __construct(
        public string $question,
        public string $result,
        public float $share,
        public ?string $entry,
        public ?string $misconception,
        public ?float $seconds,
        public array $rungs,
        public array $chosen = [],
        public array $parts = [],
        public ?string $typed = null,
        public array $fillings = [],
    ) {
    }

    /** @return list<string> entries that were given */
    public function given(): array
    {
        return $this->chosen !== [] ? $this->chosen : ($this->entry === null ? [] : [$this->entry]);
    }

    /** As a person judged it. */
    public function overruled(float $share): self
    {
        return $this->counting($share >= 1 ? 'right' : ($share > 0 ? 'partly' : 'not-right'), $share);
    }

    /** As it counts, whatever was given. */
    public function counting(string $result, float $share): self
    {
        return new self(
            $this->question,
            $result,
            $share,
            $this->entry,
            $this->misconception,
            $this->seconds,
            $this->rungs,
            $this->chosen,
            $this->parts,
            $this->typed,
            $this->fillings,
        );
    }

    public function isRight(): bool
    {
        return $this->result === 'right';
    }

    /** @param  array<array-key, mixed>  $attempt  what toArray() gave */
    public static function fromArray(array $attempt): self
    {
        return new self(
            StoredJson::text($attempt['q'] ?? ''), StoredJson::text($attempt['r'] ?? ''), StoredJson::numberOrNull($attempt['s'] ?? null)
                ?? 0.0,
            StoredJson::textOrNull(
                $attempt['e'] ?? null,
            ), StoredJson::textOrNull($attempt['m'] ?? null), StoredJson::numberOrNull($attempt['t'] ?? null),
            StoredJson::texts($attempt['g'] ?? []), StoredJson::texts($attempt['c'] ?? []), StoredJson::booleans($attempt['p'] ?? []),
            StoredJson::textOrNull($attempt['x'] ?? null), StoredJson::textMap($attempt['f'] ?? []),
        );
    }

    /** @return array<string, mixed> short, for there are many */
    public function toArray(): array
    {
        return ['q' => $this->question, 'r' => $this->result] + array_filter([
            's' => $this->share, 'e' => $this->entry, 'm' => $this->misconception, 't' => $this->seconds, 'g' => $this->rungs,
            'c' => $this->chosen, 'p' => $this->parts, 'x' => $this->typed, 'f' => $this->fillings,
        ], static fn (mixed $value): bool => $value !== null && $value !== [] && $value !== 0.0);
    }
}
