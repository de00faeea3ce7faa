<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Standing;

/**
 * How to open the next lesson, out of what a class did before it: the questions to show first with the slips that most made, whom to
 * visit, and who can sit with whom. Nothing is said of fewer than five answers to a question, nor of a slip that one alone made.
 */
final readonly class Opening
{
    private const MOST_QUESTIONS = 2;

    private const MOST_SLIPS = 3;

    private const MOST_VISITS = 4;

    private const MOST_PAIRS = 8;

    /** A question that more of them had right at once needs no showing (common practice). */
    private const WELL = 0.7;

    /** Slips of fewer than so many a class shares. */
    private const SHARED = 2;

    public function __construct(private QuizDocument $quiz)
    {
    }

    /**
     * @param  list<QuestionEvidence>  $questions
     * @param  list<array{question: string, text: string, n: int}>  $unforeseen  wrong answers nobody foresaw, the commonest first
     * @param  array<string, StudentEvidence>  $students  by student
     * @return array{
     *     questions: list<array{question: string, right: int, of: int, slips: list<array{entry: ?string, text: string, n: int}>}>,
     *     visit: list<array{student: string, left: int, slipped: int, tried: int}>,
     *     pairs: list<array{one: string, other: string, question: string}>,
     * }
     */
    public function of(array $questions, array $unforeseen, array $students): array
    {
        $shown = $this->toShow($questions, $unforeseen);
        $pairs = self::pairs(array_column($shown, 'question'), $students);

        return ['questions' => $shown, 'visit' => $this->visits($students), 'pairs' => $pairs];
    }

    /**
     * The questions to show first.
     *
     * @param  list<QuestionEvidence>  $questions
     * @param  list<array{question: string, text: string, n: int}>  $unforeseen
     * @return list<array{question: string, right: int, of: int, slips: list<array{entry: ?string, text: string, n: int}>}>
     */
    public function toShow(array $questions, array $unforeseen): array
    {
        $needed = array_filter($questions, static fn (QuestionEvidence $one): bool => $one->atOnce->of >= Summary::FEW
            && $one->atOnce->value() < self::WELL);
        usort($needed, static fn (QuestionEvidence $a, QuestionEvidence $b): int => $a->atOnce->value() <=> $b->atOnce->value());

        return array_map(fn (QuestionEvidence $one): array => [
            'question' => $one->question, 'right' => $one->atOnce->count, 'of' => $one->atOnce->of,
            'slips' => $this->slips(
                $one,
                array_filter($unforeseen, static fn (array $given): bool => $given['question'] === $one->question),
            ),
        ], array_slice($needed, 0, self::MOST_QUESTIONS));
    }

    /**
     * @param  array<int, array{question: string, text: string, n: int}>  $unforeseen  of the question
     * @return list<array{entry: ?string, text: string, n: int}> the commonest first
     */
    private function slips(QuestionEvidence $evidence, array $unforeseen): array
    {
        $slips = array_map(
            static fn (array $given): array => ['entry' => null, 'text' => $given['text'], 'n' => $given['n']],
            array_values($unforeseen),
        );
        foreach ($this->quiz->question($evidence->question)->entries ?? [] as $entry) {
            $n = $evidence->entries[$entry->id]['count'] ?? 0;
            if (! $entry->right && $n >= self::SHARED) {
                $slips[] = ['entry' => $entry->id, 'text' => $entry->name(), 'n' => $n];
            }
        }
        usort($slips, static fn (array $a, array $b): int => $b['n'] <=> $a['n']);

        return array_slice($slips, 0, self::MOST_SLIPS);
    }

    /**
     * Who left most behind, or slipped at most: not those who hardly began.
     *
     * @param  array<string, StudentEvidence>  $students
     * @return list<array{student: string, left: int, slipped: int, tried: int}>
     */
    private function visits(array $students): array
    {
        $all = [];
        foreach ($students as $id => $student) {
            $tries = array_intersect_key($student->lastFirstTries(), $this->marked());
            $left = count(array_filter(
                $student->standings(false),
                static fn (string $standing): bool => in_array($standing, [Standing::SetAside->value, Standing::OnTheLadder->value], true),
            ));
            $slipped = count(array_filter($tries, static fn (bool $right): bool => ! $right));
            if ($left > 0 || (count($tries) >= Summary::FEW && 2 * $slipped > count($tries))) {
                $all[] = ['student' => $id, 'left' => $left, 'slipped' => $slipped, 'tried' => count($tries)];
            }
        }
        usort($all, static fn (array $a, array $b): int => [$b['left'], $b['slipped'] / max(1, $b['tried'])]
            <=> [$a['left'], $a['slipped'] / max(1, $a['tried'])]);

        return array_slice($all, 0, self::MOST_VISITS);
    }

    /** @return array<string, Question> */
    private function marked(): array
    {
        return array_filter($this->quiz->questions(), static fn (Question $question): bool => $question->kind !== QuestionKind::Poll
            && $question->isMarked());
    }

    /**
     * One who slipped at a question that is shown, and one who had it right: each with one other at most.
     *
     * @param  list<string>  $questions
     * @param  array<string, StudentEvidence>  $students
     * @return list<array{one: string, other: string, question: string}>
     */
    private static function pairs(array $questions, array $students): array
    {
        $pairs = $taken = [];
        $tries = array_map(static fn (StudentEvidence $student): array => $student->lastFirstTries(), $students);
        foreach ($questions as $question) {
            $free = array_filter(
                $tries,
                static function (array $own, string $student) use ($question, &$taken): bool {
                    return isset($own[$question]) && ! isset($taken[$student]);
                },
                ARRAY_FILTER_USE_BOTH,
            );
            $slipped = array_keys(array_filter($free, static fn (array $own): bool => ! $own[$question]));
            $right = array_keys(array_filter($free, static fn (array $own): bool => $own[$question]));
            foreach (array_slice($slipped, 0, min(count($right), self::MOST_PAIRS - count($pairs))) as $index => $one) {
                $pairs[] = ['one' => $one, 'other' => $right[$index], 'question' => $question];
                $taken += [$one => true, $right[$index] => true];
            }
        }

        return $pairs;
    }
}
