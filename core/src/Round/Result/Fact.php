<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

/** What an event came to: where the walk went and what was found. */
final readonly class Fact
{
    /** @param  array<string, mixed>  $data */
    public function __construct(public FactKind $kind, public array $data)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, ...$this->data];
    }
}
