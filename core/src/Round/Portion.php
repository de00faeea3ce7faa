<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Fork;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Result\Standing;

/**
 * Which stops a round deals where a quiz is given in portions.
 *
 * What was missed comes first, then what was not seen yet, by lot among themselves. What was right at once stays away until all
 * was; then what was asked longest ago comes first. Stops of one part, and those that forks or conditions join, stay together;
 * what asks nothing and stands by itself comes in every portion.
 */
final class Portion
{
    /**
     * @param  list<State>  $rounds  of the student so far, from the first to the last
     * @param  int  $questions  at most, but for stops that stay together and are more by themselves; from 1
     * @param  bool  $onlyMissed  nothing but what was missed, where something was
     * @return list<string> ids of main stops, in the order of the quiz
     */
    public static function of(QuizDocument $quiz, array $rounds, int $questions, bool $onlyMissed, string $seed): array
    {
        [$missed, $unseen, $right] = self::sorted($quiz, $rounds, (new SeededRandom($seed, 'portion'))->mixed(self::together($quiz)));
        $waiting = $onlyMissed && $missed !== [] ? $missed : [...$missed, ...$unseen];
        $dealt = [];
        $count = 0;
        foreach ($waiting === [] ? $right : $waiting as $stops) {
            $size = array_sum(array_map(self::size(...), $stops));
            if ($count < $questions && ($count === 0 || $count + $size <= $questions)) {
                $count += $size;
                $dealt += array_flip(array_map(static fn (Stop $stop): string => $stop->id, $stops));
            }
        }
        foreach (self::together($quiz) as $stops) {
            if (self::questionsOf($stops) === []) {
                $dealt += array_flip(array_map(static fn (Stop $stop): string => $stop->id, $stops));
            }
        }

        return array_values(array_filter(
            array_map(static fn (Stop $stop): string => $stop->id, $quiz->stops),
            static fn (string $stop): bool => isset($dealt[$stop]),
        ));
    }

    /**
     * @param  list<State>  $rounds
     * @param  list<non-empty-list<Stop>>  $bundles
     * @return array{list<non-empty-list<Stop>>, list<non-empty-list<Stop>>, list<non-empty-list<Stop>>} missed, not seen yet, right at once
     */
    private static function sorted(QuizDocument $quiz, array $rounds, array $bundles): array
    {
        $latest = $last = [];
        foreach ($rounds as $number => $round) {
            foreach ($round->records as $question => $record) {
                if ($record->standing !== Standing::Untouched) {
                    $latest[$question] = $record->standing;
                    $last[$question] = $number;
                }
            }
        }
        $missed = $unseen = $right = [];
        foreach ($bundles as $stops) {
            $asked = array_values(array_filter(self::questionsOf($stops), static fn (string $question): bool => isset($latest[$question])));
            $slips = array_filter($asked, static fn (string $question): bool => match ($latest[$question]) {
                Standing::Clear, Standing::Noted, Standing::ToBeRead => false,
                default => true,
            });
            if ($slips !== []) {
                $missed[] = $stops;
            } elseif ($asked !== []) {
                $right[max(array_map(static fn (string $question): int => $last[$question], $asked))][] = $stops;
            } elseif (self::questionsOf($stops) !== []) {
                $unseen[] = $stops;
            }
        }
        ksort($right);

        return [$missed, $unseen, array_merge([], ...$right)];
    }

    /**
     * @param  list<Stop>  $stops
     * @return list<string>
     */
    private static function questionsOf(array $stops): array
    {
        $ids = [];
        foreach ($stops as $stop) {
            foreach ($stop->questions() as $question) {
                $ids[] = $question->id;
            }
        }

        return $ids;
    }

    /** How many questions a stop asks: a drill as many as have to be right, a staircase one for each level. */
    private static function size(Stop $stop): int
    {
        return match (true) {
            $stop instanceof DrillStop => $stop->need,
            $stop instanceof StaircaseStop => count($stop->levels),
            default => count($stop->questions()),
        };
    }

    /** @return list<non-empty-list<Stop>> the main stops, each with those that stay with it */
    private static function together(QuizDocument $quiz): array
    {
        $bundle = [];
        foreach ($quiz->stops as $index => $stop) {
            $bundle[$stop->id] = $index;
        }
        foreach ($quiz->stops as $stop) {
            $with = self::leadsTo($quiz, $stop, []);
            foreach ($quiz->stops as $other) {
                if ($stop->part !== null && $other->part === $stop->part) {
                    $with[] = $other->id;
                }
            }
            foreach ($with as $other) {
                [$from, $to] = [$bundle[$other], $bundle[$stop->id]];
                $bundle = array_map(static fn (int $one): int => $one === $from ? $to : $one, $bundle);
            }
        }
        $bundles = [];
        foreach ($quiz->stops as $stop) {
            $bundles[$bundle[$stop->id]][] = $stop;
        }

        return array_values($bundles);
    }

    /**
     * @param  array<string, true>  $passed  side stops on the way here
     * @return list<string> main stops that a stop leads to, also by way of side stops, or whose answers decide whether it shows
     */
    private static function leadsTo(QuizDocument $quiz, Stop $stop, array $passed): array
    {
        $targets = array_map(static fn (Fork $fork): string => $fork->to, $stop->forks);
        foreach ($stop instanceof QuestionStop ? $stop->question->allEntries() : [] as $entry) {
            array_push($targets, ...($entry->fork === null ? [] : [$entry->fork]));
        }
        foreach ([$stop->shownIf, ...array_map(static fn (Fork $fork): Condition => $fork->when, $stop->forks)] as $condition) {
            $asks = $condition?->question === null ? null : $quiz->stopOf($condition->question);
            array_push($targets, ...($asks === null ? [] : [$asks->id]));
        }
        $main = [];
        foreach ($targets as $target) {
            $side = $quiz->stop($target);
            if ($quiz->position($target) !== null) {
                $main[] = $target;
            } elseif ($side !== null && ! isset($passed[$target])) {
                array_push($main, ...self::leadsTo($quiz, $side, $passed + [$target => true]));
            }
        }

        return $main;
    }
}
