<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stage;

/** Whether the quiz's texts can be read by those for whom it is made; told for English, for which the formula was made. */
final readonly class ReadingAgeCheck
{
    /** Shorter texts are too short to judge (common practice). */
    private const WORDS_TO_JUDGE = 30;

    /** Children begin the first grade in the year in which they become six, and end it nearly a year later. */
    private const AGE_BEFORE_FIRST_GRADE = 5;

    /** Years above the oldest students that are far off (ours). */
    private const FAR_OFF = 2;

    /** Where the quiz does not say for whom it is: beyond most of those who learn by small steps (ours). */
    private const HARD_AGE = 15;

    public function __construct(private QuizDocument $quiz)
    {
    }

    /**
     * @param  list<Passage>  $passages
     * @return list<Finding>
     */
    public function of(array $passages): array
    {
        $stage = $this->quiz->stage;
        $most = $stage === null ? self::HARD_AGE : $stage->oldest() + self::FAR_OFF;
        $found = [];
        foreach (str_starts_with($this->quiz->language, 'en') ? $passages : [] as $passage) {
            $reads = Readability::of($passage->text);
            $age = (int) round($reads->grade() + self::AGE_BEFORE_FIRST_GRADE);
            if ($reads->words >= self::WORDS_TO_JUDGE && $age > $most) {
                $found[] = new Finding(
                    Severity::Advises, $passage->stop, $passage->at,
                    $stage === null
                        ? new Message('inspection.reading-age', ['age' => $age])
                        : new Message('inspection.reading-age-for', ['age' => $age, 'stage' => self::named($stage)]),
                    [], null, [(string) $passage->at, $passage->member],
                );
            }
        }

        return $found;
    }

    private static function named(Stage $stage): Message
    {
        return match (true) {
            $stage->from === null => new Message('inspection.stage.up-to', ['to' => (int) $stage->to]),
            $stage->to === null => new Message('inspection.stage.from', ['from' => $stage->from]),
            default => new Message('inspection.stage.between', ['from' => $stage->from, 'to' => $stage->to]),
        };
    }
}
