<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** The round began; at another stop than the first only where a teacher rehearses. */
final readonly class Started extends Event
{
    public function __construct(public ?string $from = null)
    {
    }

    public function kind(): EventKind
    {
        return EventKind::Started;
    }

    public function data(): array
    {
        return $this->from === null ? [] : ['from' => $this->from];
    }
}
