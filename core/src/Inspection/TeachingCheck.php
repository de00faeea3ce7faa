<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;

/**
 * Whether a question teaches those who slip at it, and whether there is time for it.
 *
 * @phpstan-type Found array{Severity, string, Message, ?QuickFix}
 */
final readonly class TeachingCheck
{
    /** Words read in a minute, and seconds for the rest (common practice). */
    private const WORDS_A_MINUTE = 200;

    private const SECONDS_TO_ANSWER = 10;

    public function __construct(private QuizDocument $quiz, private Terms $terms)
    {
    }

    /** @return list<Found> */
    public function of(Question $question): array
    {
        $found = [];
        if (
            $question->isMarked()
            && $question->ladder === []
            && $question->feedbackNotRight->isEmpty()
            && $question->explanation->isEmpty()
        ) {
            $wrong = array_values(array_filter($question->allEntries(), static fn (Entry $entry): bool => ! $entry->right));
            $silent = array_values(
                array_filter(
                    $wrong,
                    static fn (Entry $entry): bool => $entry->feedback->isEmpty() && $entry->ladder === [] && $entry->fork === null,
                ),
            );
            if ($wrong === [] || count($silent) === count($wrong)) {
                $found[] = [Severity::Advises, $question->id, new Message('inspection.teaching.silent-slip'), null];
            } else {
                foreach ($silent as $entry) {
                    $found[] = [
                        Severity::Advises,
                        $entry->id,
                        new Message('inspection.teaching.silent-answer', ['answer' => $entry->name()]),
                        null,
                    ];
                }
            }
        }
        $loops = $this->terms->tries !== 1 && $this->terms->mode !== Mode::HandedIn;
        if ($loops && $question->givenAwayByASlip() && $question->isMarked() && $this->quiz->alikes($question) === []) {
            $found[] = [Severity::Advises, $question->id, new Message('inspection.teaching.two-options'), null];
        }
        if (
            $question->kind === QuestionKind::Written
            && $question->readByTeacher
            && $question->model->isEmpty()
            && $this->terms->tries === null
            && $question->ladder !== []
        ) {
            $found[] = [Severity::Warns, $question->id, new Message('inspection.teaching.waits-for-reading'), null];
        }
        $seconds = $question->seconds ?? $this->terms->secondsForQuestion;
        $words = (int) preg_match_all(
            '/\S+/u',
            $question->text().' '.implode(
                ' ',
                array_map(
                    static fn (Entry $entry): string => $entry->text->plain(),
                    $question->kind->showsOptions() ? $question->entries : [],
                ),
            ),
        );
        $needed = (int) ceil(60 * $words / self::WORDS_A_MINUTE) + self::SECONDS_TO_ANSWER;
        if ($seconds !== null && $seconds < $needed) {
            $found[] = [
                Severity::Warns,
                $question->id,
                new Message('inspection.teaching.short-time', ['seconds' => $seconds, 'words' => $words, 'needed' => $needed]),
                $question->seconds === null
                    ? null
                    : QuickFix::set(new Message('inspection.fix.give-seconds', ['seconds' => $needed]), $question->id, 'seconds', $needed),
            ];
        }
        if ($this->quiz->misconceptions !== []) {
            foreach ($question->isMarked() ? $question->allEntries() : [] as $entry) {
                if (! $entry->right && $entry->misconception === null && ! $entry->feedback->isEmpty() && $entry->share <= 0) {
                    $found[] = [
                        Severity::Advises,
                        $entry->id,
                        $entry->name() === ''
                            ? new Message('inspection.teaching.no-misconception-unnamed')
                            : new Message('inspection.teaching.no-misconception', ['answer' => $entry->name()]),
                        null,
                    ];
                }
            }
        }

        return $found;
    }

    /** @return list<Found> about the quiz as a whole */
    public function ofWhole(): array
    {
        $found = [];
        foreach ($this->quiz->objectives as $objective) {
            $serving = array_filter(
                $this->quiz->allQuestions(),
                static fn (Question $question): bool => in_array($objective->id, $question->objectives, true),
            );
            // One without words is not written yet.
            if (count($serving) < 2 && trim($objective->text) !== '') {
                $found[] = [Severity::Advises, $objective->id, self::fewFor($objective, count($serving)), null];
            }
        }
        foreach ([Sight::Result, Sight::RightAnswer, Sight::Feedback] as $sight) {
            if ($this->terms->seen[$sight->value] === SeenWhen::AfterClosing) {
                $found[] = [Severity::Advises, '', new Message('inspection.teaching.seen-after-closing'), null];
                break;
            }
        }

        return $found;
    }

    private static function fewFor(Objective $objective, int $count): Message
    {
        return new Message(
            $count === 0 ? 'inspection.teaching.objective-without-question' : 'inspection.teaching.objective-with-one-question',
            ['objective' => $objective->text],
        );
    }
}
