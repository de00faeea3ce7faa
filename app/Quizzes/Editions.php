<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\SharedMemory;
use HiddenLadder\Core\Quiz\QuizDocument;

/**
 * Stored editions as the engine walks them: the frozen document with the corrections in force laid over it. Each is read once for
 * all requests, and kept in the machine's shared memory as long as there is room.
 */
final class Editions
{
    /** @var array<string, QuizDocument> of this request, by id and revision */
    private array $read = [];

    public function read(Edition $edition): QuizDocument
    {
        $key = "edition/$edition->id/$edition->revision";
        $known = $this->read[$key] ?? SharedMemory::get($key);
        if ($known instanceof QuizDocument) {
            return $this->read[$key] = $known;
        }
        $quiz = QuizDocument::read($this->document($edition));
        // The revision is that of the document now: another one may have come between, where only the edition's line was read before.
        $key = "edition/$edition->id/$edition->revision";
        SharedMemory::put($key, $quiz);

        return $this->read[$key] = $quiz;
    }

    /** @return array<array-key, mixed> */
    public function document(Edition $edition): array
    {
        $edition = $edition->whole();

        return $edition->corrected ?? $edition->document;
    }
}
