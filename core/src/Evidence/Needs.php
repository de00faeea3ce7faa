<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Misconception;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\QuizDocument;

/** What students can need of a quiz, and which of its questions speak to it: misconceptions to leave, objectives to meet. */
final readonly class Needs
{
    /** @var array<string, list<string>> misconceptions by question that can show them */
    public array $canShow;

    /** @var array<string, list<string>> questions by objective */
    public array $serving;

    public function __construct(private QuizDocument $quiz)
    {
        $canShow = $serving = [];
        foreach ($quiz->questions() as $id => $question) {
            $shown = array_map(static fn (Entry $entry): ?string => $entry->misconception, $question->allEntries());
            $canShow[$id] = array_values(array_unique(array_filter($shown, is_string(...))));
            foreach ($question->objectives as $objective) {
                $serving[$objective][] = $id;
            }
        }
        $this->canShow = $canShow;
        $this->serving = $serving;
    }

    /**
     * @param  string  $need  a misconception or an objective
     * @return list<string> questions with a key that speak to it, in the order of the walk
     */
    public function questions(string $need): array
    {
        $showing = array_keys(array_filter($this->canShow, static fn (array $shown): bool => in_array($need, $shown, true)));
        $questions = array_map(strval(...), [...$showing, ...$this->serving[$need] ?? []]);

        return array_values(array_filter($questions, fn (string $id): bool => $this->quiz->question($id)?->isMarked() ?? false));
    }

    /** The misconception or the objective of another quiz that is the same as one of this: by its code or its wording. */
    public function alsoIn(string $need, QuizDocument $other): ?string
    {
        $own = $this->named($need);
        foreach ([...$other->misconceptions, ...$other->objectives] as $one) {
            if ($own !== null && AcrossQuizzes::isSame($own, $one)) {
                return $one->id;
            }
        }

        return null;
    }

    /** The misconception or objective of that id; null where the quiz has none. */
    public function named(string $need): Misconception|Objective|null
    {
        foreach ([...$this->quiz->misconceptions, ...$this->quiz->objectives] as $one) {
            if ($one->id === $need) {
                return $one;
            }
        }

        return null;
    }
}
