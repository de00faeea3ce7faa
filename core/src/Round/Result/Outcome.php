<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

/** What a round shows of what a student knows: as much of its state as mastery is judged by. */
interface Outcome
{
    /** @return list<array{string, bool}> tries that count as evidence, in order: question, and whether it was right */
    public function evidence(): array;

    /** Whether the question is right by now, at once or after help. */
    public function isRight(string $question): bool;
}
