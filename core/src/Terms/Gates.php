<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

/** Which quizzes open others. */
final class Gates
{
    /**
     * A circle of quizzes that wait for each other, if there is one.
     *
     * @param  array<string, list<string>>  $needs  by quiz: those that must be mastered before
     * @return list<string> the quizzes of the circle in order, nothing where there is none
     */
    public static function circle(array $needs): array
    {
        $done = [];
        $visit = static function (string $quiz, array $trail) use (&$visit, &$done, $needs): array {
            $at = array_search($quiz, $trail, true);
            if ($at !== false) {
                return array_slice($trail, (int) $at);
            }
            if (isset($done[$quiz])) {
                return [];
            }
            foreach ($needs[$quiz] ?? [] as $need) {
                $circle = $visit($need, [...$trail, $quiz]);
                if ($circle !== []) {
                    return $circle;
                }
            }
            $done[$quiz] = true;

            return [];
        };
        foreach (array_keys($needs) as $quiz) {
            /** @var list<string> $circle */
            $circle = $visit($quiz, []);
            if ($circle !== []) {
                return $circle;
            }
        }

        return [];
    }
}
