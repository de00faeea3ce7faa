<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\Core\Quiz\Overlay;
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
        // Most editions never had one, which is then known without asking.
        if ($edition->revision === 0) {
            return $edition->document;
        }

        return Overlay::over($edition->document, $edition->loadMissing('corrections')->corrections->map(
            static fn (Correction $correction): array => ['pointer' => $correction->pointer, 'value' => $correction->value],
        ));
    }
}
