<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tasks;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Task;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Terms\Gate;
use HiddenLadder\Core\Terms\Gates;
use HiddenLadder\Core\Terms\Terms;

/** Which of a teacher's quizzes open others. */
final class Gating
{
    /** Whether every quiz that has to be done first is the same teacher's; that another's exists is not told. */
    public static function isOwn(Quiz $quiz, Terms $terms): bool
    {
        $quizzes = array_unique(self::quizzes($terms));

        return $quizzes === []
            || Quiz::query()->where('teacher_id', $quiz->teacher_id)->whereKey($quizzes)->count() === count($quizzes);
    }

    /**
     * The circle of quizzes waiting for each other that there would be with this quiz given under these terms.
     *
     * @return list<string> their ids in order; nothing where there is none
     */
    public static function circle(Quiz $quiz, Terms $terms): array
    {
        if ($terms->gates === []) {
            return [];
        }
        $needs = [$quiz->id => self::quizzes($terms)];
        $others = Task::query()->where('quiz_id', '!=', $quiz->id)->whereRelation('quiz', 'teacher_id', $quiz->teacher_id);
        foreach ($others->get(['id', 'quiz_id', 'terms']) as $other) {
            $needs[$other->quiz_id] = [...$needs[$other->quiz_id] ?? [], ...self::quizzes(Terms::read(Fields::of($other->terms)))];
        }

        return Gates::circle($needs);
    }

    /** @return list<string> */
    private static function quizzes(Terms $terms): array
    {
        return array_map(static fn (Gate $gate): string => $gate->quiz, $terms->gates);
    }
}
