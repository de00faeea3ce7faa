<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Mastery;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/** What a round has come to: its score and whether the quiz is mastered by it. */
final readonly class CameTo
{
    /** @param  ?float  $score  share of the points, 0 to 1; null where there are none to be had, or it was never finished */
    private function __construct(public ?float $score, public bool $mastered)
    {
    }

    /** Of a finished round what it is; of one that was opened again what it was before that. */
    public static function of(QuizDocument $quiz, Terms $terms, State $state): self
    {
        return $state->isFinished()
            ? new self(Score::ofRound($quiz, $terms, $state)->share(), (new Mastery($quiz))->ofQuiz($terms, [$state])->mastered)
            : $state->before ?? new self(null, false);
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->numberOrNull('score'), $fields->boolean('mastered'));
    }

    /** @return array{score: ?float, mastered: bool} */
    public function toArray(): array
    {
        return ['score' => $this->score, 'mastered' => $this->mastered];
    }
}
