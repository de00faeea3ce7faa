<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/** Something the inspection has to say: how grave, where (ids of the stop and what in it), and one sentence. */
final readonly class Finding
{
    public function __construct(
        public Severity $severity,
        public ?string $stop,
        public ?string $at,
        public string $sentence,
    ) {
    }

    /** @return array{severity: string, stop: ?string, at: ?string, sentence: string} */
    public function toArray(): array
    {
        return ['severity' => $this->severity->value, 'stop' => $this->stop, 'at' => $this->at, 'sentence' => $this->sentence];
    }
}
