<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Result\Fact;

/**
 * Seconds that a student spent at each question of a round, its rungs among them: what passed before each event goes to the question
 * that the event is about. Where nothing was done for longer than ten minutes, somebody was away, and it goes nowhere.
 */
final class TimeSpent
{
    /** @var array<string, string> questions by what is left with "go on": their rungs, and where they are asked */
    private array $left = [];

    /** @var array<string, float> */
    private array $seconds = [];

    private ?int $at = null;

    public function __construct(QuizDocument $quiz)
    {
        foreach ($quiz->allQuestions() as $question) {
            foreach ($question->ladders() as $ladder) {
                foreach ($ladder['rungs'] as $rung) {
                    $this->left[$rung->id] = $question->id;
                }
            }
        }
        foreach ($quiz->questions() as $question) {
            $place = $quiz->place($question->id);
            if ($place['cue'] !== null || $quiz->stopOf($question->id) instanceof QuestionStop) {
                $this->left[$place['cue'] ?? $place['stop']] = $question->id;
            }
        }
    }

    /**
     * @param  array<array-key, mixed>  $data  of the event
     * @param  list<Fact>  $facts  what it came to
     * @param  int  $at  in milliseconds since 1970
     */
    public function add(EventKind $kind, array $data, array $facts, int $at): void
    {
        if (! $kind->isStudents() && $kind !== EventKind::Started) {
            return;
        }
        $passed = RoundEvidence::passed($this->at, $at);
        $this->at = $at;
        // What is marked when all is handed in is not what was done before that.
        $isOfAll = $kind === EventKind::HandedIn || $kind === EventKind::Finished;
        $question = $passed === null || $isOfAll ? null : $this->about($data, $facts);
        if ($question !== null) {
            $this->seconds[$question] = ($this->seconds[$question] ?? 0.0) + $passed;
        }
    }

    /** @return array<string, float> by question */
    public function seconds(): array
    {
        return $this->seconds;
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @param  list<Fact>  $facts
     */
    private function about(array $data, array $facts): ?string
    {
        foreach ($facts as $fact) {
            $question = $fact->data['home'] ?? $fact->data['question'] ?? null;
            if (is_string($question)) {
                return $question;
            }
        }
        $named = $data['question'] ?? null;
        $from = $data['from'] ?? null;

        return is_string($named) ? $named : (is_string($from) ? $this->left[$from] ?? null : null);
    }
}
