<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Quizzes\Steps;
use HiddenLadder\Core\Inspection\Finding;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A quiz as one teacher works on it: its document, what is found of it, and what they can undo. */
final class WholeQuiz extends JsonResource
{
    /** @param  list<Finding>  $findings */
    public function __construct(private readonly Quiz $quiz, private readonly Teacher $teacher, private readonly array $findings)
    {
        parent::__construct($quiz);
    }

    /** @return array<array-key, mixed> */
    public function toArray(Request $request): array
    {
        return (new QuizLine($this->quiz->load('latestEdition')))->toArray($request) + [
            'version' => $this->quiz->version,
            'findings' => (new QuizFindings($this->findings, $this->quiz->left_findings ?? []))->toArray($request),
            // As it is stored: an empty object stays one.
            'document' => json_decode(strval($this->quiz->getRawOriginal('document'))),
        ] + Steps::labels($this->quiz, $this->teacher);
    }
}
