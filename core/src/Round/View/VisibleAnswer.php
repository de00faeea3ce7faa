<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\View;

use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;

/**
 * What a student may see of answers under their terms, as things stand now.
 *
 * @internal to the projection
 */
final readonly class VisibleAnswer
{
    public function __construct(private Terms $terms, private Circumstances $now)
    {
    }

    public function lets(Sight $sight, State $state, Standing $standing): bool
    {
        return $this->now->let($this->terms, $sight, $state->isFinished() || $state->handedIn, $standing);
    }

    /** @return array<string, mixed>|null what is said about the last answer */
    public function verdict(Question $question, Record $record, State $state): ?array
    {
        $own = $this->lets(Sight::OwnAnswer, $state, $record->standing)
            || ($this->terms->mode === Mode::HandedIn && ! $state->isFinished());
        $response = $own ? $record->response?->toArray() : null;
        if ($record->mark === null) {
            return $response === null && $record->response === null
                ? null
                : [
                    'result' => null,
                    'timedOut' => false,
                    'feedback' => [],
                    'near' => null,
                    'readings' => [],
                    'parts' => null,
                    'response' => $response,
                ];
        }
        $mark = $record->mark;
        $result = $this->lets(Sight::Result, $state, $record->standing) || $mark->result === Result::Unclear;

        return [
            'result' => $result ? $mark->result->value : null,
            'timedOut' => $record->timedOut,
            'feedback' => $this->feedback($question, $record, $state),
            'near' => $result ? $mark->near?->value : null,
            'readings' => $mark->readings,
            'parts' => $result && $mark->parts !== [] ? $mark->parts : null,
            'response' => $response,
        ];
    }

    /** @return list<Text> what is said to the answer, and the explanation, as far as they may be seen */
    public function feedback(Question $question, Record $record, State $state): array
    {
        $result = $record->mark?->result;
        $said = match ($result) {
            Result::Unclear, Result::Noted, null => [],
            Result::Right => [$question->feedbackRight],
            default => [$question->feedbackNotRight],
        };
        array_unshift($said, $question->entry($record->mark?->entry)?->feedback);
        $told = [
            ...($this->lets(Sight::Feedback, $state, $record->standing) ? $said : []),
            $result !== null && $result !== Result::Unclear && $this->lets(Sight::Explanation, $state, $record->standing)
                ? $question->explanation
                : null,
        ];

        return array_values(array_filter($told, static fn (?Text $text): bool => $text !== null && ! $text->isEmpty()));
    }

    /** @return list<string> the options of a choice that the student has found to be not right */
    public function tried(Question $question, Record $record): array
    {
        $tried = [];
        foreach ($question->isMarked() ? array_keys($record->matched) : [] as $id) {
            $entry = $question->kind->picksOne() ? $question->entry($id) : null;
            if ($entry !== null && ! $entry->right) {
                $tried[] = $entry->id;
            }
        }

        return $tried;
    }
}
