<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Evidence\QuestionEvidence;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;

/** What answers that were given so far say against a question, as long as it still stands as it was asked. */
final readonly class AnswersCheck
{
    /**
     * @param  QuizDocument  $quiz  as it stands now
     * @param  QuizDocument  $asked  the edition that was answered
     * @param  list<QuestionEvidence>  $questions
     * @return list<Finding>
     */
    public static function of(QuizDocument $quiz, QuizDocument $asked, array $questions): array
    {
        $found = [];
        foreach ($questions as $evidence) {
            $question = $quiz->question($evidence->question);
            $was = $asked->question($evidence->question);
            if ($question === null || $was === null) {
                continue;
            }
            $stop = $quiz->stopOf($question->id)?->id;
            if ($evidence->separatesBackwards() && serialize($question) === serialize($was)) {
                $found[] = new Finding(
                    Severity::Warns, $stop, $question->id,
                    new Message(
                        'inspection.answers.backwards',
                        ['correlation' => round((float) $evidence->itemRest, 2), 'students' => $evidence->atOnce->of],
                    ),
                );
            }
            foreach ($evidence->hardlyChosen($was) as $entry) {
                if ($question->kind === $was->kind && $question->entry($entry->id)?->text->html === $entry->text->html) {
                    $count = $evidence->entries[$entry->id]['count'] ?? 0;
                    $found[] = new Finding(
                        Severity::Advises, $stop, $entry->id,
                        new Message(
                            'inspection.answers.hardly-chosen',
                            ['answer' => $entry->name(), 'count' => $count, 'students' => $evidence->atOnce->of],
                        ),
                    );
                }
            }
        }

        return $found;
    }
}
