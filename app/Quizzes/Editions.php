<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\Core\Quiz\QuizDocument;

/** Stored editions as the engine walks them: the frozen document with the corrections in force laid over it. */
final class Editions
{
    public function read(Edition $edition): QuizDocument
    {
        return QuizDocument::read($this->document($edition));
    }

    /** @return array<array-key, mixed> */
    public function document(Edition $edition): array
    {
        return $edition->corrected ?? $edition->document;
    }
}
