<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\App\Models\Quiz;

/** The terms that a published quiz suggests to whoever gives it out. */
final class SuggestedTerms
{
    public function __construct(private readonly Editions $editions)
    {
    }

    /** @return array<array-key, mixed> as they stand in its latest edition; nothing where it suggests none */
    public function of(Quiz $quiz): array
    {
        $edition = $quiz->latestEdition;
        $terms = $edition === null ? null : $this->editions->document($edition)['terms'] ?? null;

        return is_array($terms) ? $terms : [];
    }
}
