<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Workings\Asked;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Workings;

/**
 * Wrong answers that were typed by several and that nobody foresaw, gathered by what the marker takes as the same, with the slips
 * that lead to them where the question can be worked out.
 */
final class Unforeseen
{
    /** Different writings of answers to one question that are compared with each other; the commonest first. */
    private const MOST_WRITINGS = 100;

    /** Answers that are told. */
    private const MOST = 20;

    /** @var array<string, non-empty-array<string, GivenAnswer>> by question, or gap, and folded writing */
    private array $given = [];

    /** @var array<string, ?Workings> by question; null where it cannot be worked out */
    private array $workings = [];

    public function __construct(private readonly QuizDocument $quiz)
    {
    }

    /**
     * @param  list<Attempt>  $attempts  of all rounds of a student
     * @param  float  $score  share of the questions that the student had right at once, 0 to 1
     */
    public function add(string $student, array $attempts, float $score): void
    {
        foreach ($attempts as $attempt) {
            // What a person gave full points is wrong no longer.
            if ($attempt->isRight()) {
                continue;
            }
            foreach (($attempt->typed === null ? [] : ['' => $attempt->typed]) + $attempt->fillings as $gap => $text) {
                $place = $gap === '' ? $attempt->question : $gap;
                $folded = PlainText::folded($text);
                $this->given[$place][$folded] ??= new GivenAnswer($attempt->question, $gap === '' ? null : $gap, $text);
                $this->given[$place][$folded]->students[$student] = $score;
            }
        }
    }

    /**
     * @param  int  $least  students who gave it
     * @return list<array{question: string, gap: ?string, text: string, n: int, score: float, ways: list<list<Message>>}> the
     *     commonest first; each way the slips that lead to it
     */
    public function all(int $least = 2): array
    {
        $all = [];
        foreach ($this->given as $writings) {
            $any = reset($writings);
            $question = $this->quiz->question($any->question);
            // What only an older edition asked for is foreseen nowhere.
            $isAsked = $question !== null && ($any->gap === null || in_array($any->gap, array_column($question->gaps, 'id'), true));
            array_push($all, ...($isAsked ? $this->gathered($question, $writings) : []));
        }
        $several = array_filter($all, static fn (GivenAnswer $one): bool => count($one->students) >= $least);
        usort($several, self::commoner(...));

        return array_map(fn (GivenAnswer $one): array => [
            'question' => $one->question,
            'gap' => $one->gap,
            'text' => $one->text,
            'n' => count($one->students),
            'score' => round($one->score(), 4),
            'ways' => $this->ways($one),
        ], array_slice($several, 0, self::MOST));
    }

    private static function commoner(GivenAnswer $a, GivenAnswer $b): int
    {
        return count($b->students) <=> count($a->students);
    }

    /**
     * @param  non-empty-array<string, GivenAnswer>  $writings  of one question, or one gap of it
     * @return list<GivenAnswer> those that say the same together, as most of them wrote it
     */
    private function gathered(Question $question, array $writings): array
    {
        $marker = new Marker($this->quiz->language);
        usort($writings, self::commoner(...));
        $gathered = [];
        foreach (array_slice($writings, 0, self::MOST_WRITINGS) as $writing) {
            $same = null;
            foreach ($gathered as $known) {
                $same ??= $marker->same($question, $known->text, $writing->text) ? $known : null;
            }
            if ($same === null) {
                $gathered[] = $same = new GivenAnswer($writing->question, $writing->gap, $writing->text);
            }
            $same->students += $writing->students;
        }

        return $gathered;
    }

    /** @return list<list<Message>> */
    private function ways(GivenAnswer $answer): array
    {
        if (! array_key_exists($answer->question, $this->workings)) {
            $prompt = $this->quiz->question($answer->question)?->prompt;
            $this->workings[$answer->question] = $prompt === null ? null : Asked::in($prompt, $this->quiz->language)?->workings;
        }
        // What fills a gap is no answer to the exercise as a whole.
        $ways = $answer->gap === null ? $this->workings[$answer->question]?->waysTo($answer->text) ?? [] : [];

        return array_map(static fn (array $slips): array => array_map(static fn (Slip $slip): Message => $slip->words(), $slips), $ways);
    }
}
