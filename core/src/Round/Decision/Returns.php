<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Decision;

use HiddenLadder\Core\Round\Result\FactKind;

/** Past the last stop: which questions come back before the finish. */
final readonly class Returns implements Decision
{
    /** @param  list<string>  $questions */
    public function __construct(public array $questions)
    {
    }

    public static function kind(): FactKind
    {
        return FactKind::Returns;
    }

    public static function read(array $fact): static
    {
        $questions = $fact['questions'] ?? null;

        return new self(array_values(array_filter(is_array($questions) ? $questions : [], is_string(...))));
    }

    public function toArray(): array
    {
        return ['questions' => $this->questions];
    }
}
