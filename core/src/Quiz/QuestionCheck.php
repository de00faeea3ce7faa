<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fault;

/** Whether a decoded JSON value is one question, by the same schema and rules as a whole document. */
final class QuestionCheck
{
    /**
     * @param  array<array-key, mixed>  $question
     * @return list<Fault> with pointers into the question
     */
    public function problems(array $question): array
    {
        $id = static fn (int $n): string => '0000000000000000000000000'.$n;
        $problems = (new DocumentCheck)->problems([
            'schema' => QuizDocument::SCHEMA, 'title' => '', 'instructions' => '', 'language' => 'en',
            'stops' => [['id' => $id(1), 'kind' => 'question', 'question' => $question]], 'sideStops' => [],
            'finishes' => [['id' => $id(2), 'title' => '', 'message' => '']],
        ]);
        $within = [];
        foreach ($problems as $problem) {
            // Objectives, misconceptions and forks belong to a whole document, which is not here.
            if (preg_match('~/(?:objectives/\d+|misconception|fork)$~', $problem->pointer) !== 1) {
                $within[] = new Fault((string) preg_replace('~^/stops/0/question~', '', $problem->pointer), $problem->reason);
            }
        }

        return $within;
    }
}
