<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\View;

use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;

/**
 * The end of a round: its message and score, what is left, and each answer as far as it may be seen.
 *
 * @internal to the projection
 */
final readonly class FinishView
{
    public function __construct(
        private QuizDocument $quiz,
        private Terms $terms,
        private Position $position,
        private VisibleAnswer $visible,
    ) {
    }

    /** @return array<string, mixed> */
    public function of(State $state): array
    {
        $finish = $this->quiz->finish($state->finish);
        $score = Score::ofRound($this->quiz, $this->terms, $state);
        $showsScore = $this->visible->lets(Sight::Score, $state, Standing::Untouched);
        $left = [];
        foreach ($this->quiz->questions() as $question) {
            $stop = $this->quiz->stopOf($question->id);
            if (
                $state->record($question->id)->standing === Standing::SetAside
                && ! ($stop instanceof DrillStop || $stop instanceof StaircaseStop)
            ) {
                $left[] = $question->text();
            }
        }

        return [
            'kind' => 'finish',
            'title' => $finish->title ?? '',
            'message' => $finish !== null && $this->visible->lets(Sight::Closing, $state, Standing::Untouched)
                // Words for the score tell the score: they wait for it.
                ? $finish->messageFor($showsScore ? $score->share() : null)
                : Text::of(''),
            'left' => $this->visible->lets(Sight::Result, $state, Standing::Untouched) ? $left : [],
            'score' => $showsScore && $score->share() !== null
                ? ['share' => $score->share(), 'points' => $score->points(), 'of' => $score->of(), 'provisional' => $score->provisional]
                : null,
            'later' => $this->later($state)?->value,
            'review' => $this->review($state),
        ];
    }

    /** When what may not be seen of how it went, or of the score, is seen; null where all of it is there, or never comes. */
    private function later(State $state): ?SeenWhen
    {
        $score = Score::ofRound($this->quiz, $this->terms, $state)->share() === null ? [] : [Sight::Score];
        foreach ([Sight::Result, ...$score] as $sight) {
            if ($this->terms->seen[$sight->value] !== SeenWhen::Never && ! $this->visible->lets($sight, $state, Standing::Untouched)) {
                return $this->terms->seen[$sight->value];
            }
        }

        return null;
    }

    /** @return list<array<string, mixed>> each question that was answered, with what may be seen of it now */
    private function review(State $state): array
    {
        $review = [];
        foreach ($this->quiz->questions() as $home) {
            $record = $state->records[$home->id] ?? null;
            if ($record === null || ($record->response === null && $record->tries === 0)) {
                continue;
            }
            $question = $this->position->asked($home, $state);
            $view = new QuestionView($question, $this->terms, $state->seed);
            $review[] = [
                'question' => $question->prompt->isEmpty() ? $question->sentence : $question->prompt,
                'standing' => $this->visible->lets(Sight::Result, $state, $record->standing) ? $record->standing->value : null,
                'own' => $this->visible->lets(Sight::OwnAnswer, $state, $record->standing) && $record->response !== null
                    ? $view->own($record->response)
                    : null,
                'revealed' => $this->visible->lets(Sight::RightAnswer, $state, $record->standing) ? $view->key() : null,
                'feedback' => $this->visible->feedback($question, $record, $state),
                'comment' => $record->comment,
            ];
        }

        return $review;
    }
}
