<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;

/** How a class stands at one question. Every figure is a count of students; they add up to $students. */
final readonly class QuestionFigures
{
    /**
     * @param  array<string, int>  $standings  students by standing
     * @param  array<string, int>  $matched  students who ever gave that entry
     * @param  array<string, int>  $rungs  students who ever saw that rung
     */
    private function __construct(
        public string $question,
        public int $students,
        public array $standings,
        public array $matched,
        public array $rungs,
    ) {
    }

    /** @param  list<Record>  $records one for each student */
    public static function of(QuizDocument $quiz, Question $question, array $records): self
    {
        $standings = array_fill_keys(array_column(Standing::cases(), 'value'), 0);
        $matched = [];
        $rungs = [];
        foreach ($records as $record) {
            $standings[$record->standing->value]++;
            foreach (array_keys($record->matched) as $entry) {
                $matched[$entry] = ($matched[$entry] ?? 0) + 1;
            }
            foreach ($record->depths as $ladder => $depth) {
                foreach (array_slice($quiz->ladder($ladder), 0, $depth) as $rung) {
                    $rungs[$rung->id] = ($rungs[$rung->id] ?? 0) + 1;
                }
            }
        }

        return new self($question->id, count($records), $standings, $matched, $rungs);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'question' => $this->question,
            'students' => $this->students,
            'standings' => $this->standings,
            'matched' => (object) $this->matched,
            'rungs' => (object) $this->rungs,
        ];
    }
}
