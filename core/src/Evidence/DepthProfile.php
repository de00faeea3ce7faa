<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;

/** How deep a class went at each stop, as one looks at it from the side. */
final readonly class DepthProfile
{
    /**
     * @param  list<RoundEvidence>  $allEvidence  a round of each student
     * @return list<array{came: int, depth: float, rungs: int}> by main stop: students who came to one of its questions, the
     *                                                          rungs they saw in the mean, and the length of its longest ladder
     */
    public static function of(QuizDocument $quiz, array $allEvidence): array
    {
        $seen = array_map(static fn (RoundEvidence $roundEvidence): array => $roundEvidence->rungsSeen(), $allEvidence);

        return array_map(static function (Stop $stop) use ($seen): array {
            $asked = array_flip(array_map(static fn (Question $question): string => $question->id, $stop->questions()));
            $came = $sum = 0;
            foreach ($seen as $one) {
                $here = array_intersect_key($one, $asked);
                $came += $here === [] ? 0 : 1;
                $sum += array_sum($here);
            }

            return ['came' => $came, 'depth' => $came === 0 ? 0.0 : $sum / $came, 'rungs' => self::longest($stop)];
        }, $quiz->stops);
    }

    private static function longest(Stop $stop): int
    {
        $ladders = array_merge(
            [$stop instanceof StaircaseStop ? $stop->ladder : []],
            ...array_map(static fn (Question $question): array => array_column($question->ladders(), 'rungs'), $stop->questions()),
        );

        return max(0, ...array_map(static fn (array $rungs): int => count($rungs), $ladders));
    }
}
