<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Decision;

use HiddenLadder\Core\Round\Result\FactKind;

/** Which stop, or which cue of its video, was reached. */
final readonly class Shown implements Decision
{
    public function __construct(public string $stop, public ?string $cue = null)
    {
    }

    public static function kind(): FactKind
    {
        return FactKind::Shown;
    }

    public static function read(array $fact): static
    {
        return new self(is_string($fact['stop'] ?? null) ? $fact['stop'] : '', is_string($fact['cue'] ?? null) ? $fact['cue'] : null);
    }

    public function toArray(): array
    {
        return ['stop' => $this->stop, 'cue' => $this->cue];
    }
}
