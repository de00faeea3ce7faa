<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\Core\Quiz\QuizDocument;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A quiz in a list. */
final class QuizLine extends JsonResource
{
    public function __construct(private readonly Quiz $quiz)
    {
        parent::__construct($quiz);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $document = QuizDocument::read($this->quiz->document);

        return [
            'id' => $this->quiz->id,
            'title' => $this->quiz->title,
            'state' => $this->quiz->state->value,
            'atOnce' => $this->quiz->put_at_once,
            'stops' => count($document->stops) + count($document->sideStops),
            'questions' => count($document->questions()),
            'edition' => $this->quiz->latestEdition?->number,
            'changedSince' => $this->quiz->latestEdition !== null && $this->quiz->latestEdition->version !== $this->quiz->version,
            'updatedAt' => $this->quiz->updated_at->toIso8601ZuluString('millisecond'),
        ];
    }
}
