<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Quiz\DrillEnd;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Round\Decision\Dealt;
use HiddenLadder\Core\Round\Decision\Led;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\SeededRandom;
use HiddenLadder\Core\Round\Series;
use HiddenLadder\Core\Round\State;

/**
 * What is particular to drills and staircases: what is given out next, and when they end.
 *
 * @internal to the engine
 */
final class SeriesWalk
{
    public function answered(DrillStop|StaircaseStop $stop, Series $series, bool $right): void
    {
        $series->answered = true;
        $series->results[(string) $series->current] = $right;
        if ($right && $stop instanceof StaircaseStop) {
            $series->reached = max($series->reached, $series->level + 1);
        }
    }

    /**
     * A slip shows one rung and leads to the next question, not back to the same: of a drill the question's, of a staircase
     * its own, and only at the easiest level.
     */
    public function afterSlip(DrillStop|StaircaseStop $stop, State $state, ?Frame $rung, bool $help): Led
    {
        $series = $state->series[$stop->id];
        if ($stop instanceof StaircaseStop) {
            $next = $help && $series->level === 0 ? $stop->ladder[$series->depth] ?? null : null;
            $rung = $next === null ? null : Frame::rung($next->id, $stop->id);
        }

        return $rung === null ? Led::on(null) : Led::down($rung);
    }

    public function next(DrillStop|StaircaseStop $stop, Series $series, State $state): Dealt
    {
        return $stop instanceof DrillStop ? $this->nextOfDrill($stop, $series, $state) : $this->nextOfStaircase($stop, $series, $state);
    }

    public function isMet(DrillStop|StaircaseStop $stop, Series $series): bool
    {
        if ($stop instanceof StaircaseStop) {
            return $series->reached >= count($stop->levels);
        }

        return $series->right() >= $stop->need && ($stop->ends !== DrillEnd::NoneMissed || $series->missed() === []);
    }

    private function nextOfDrill(DrillStop $stop, Series $series, State $state): Dealt
    {
        $over = $stop->ends === DrillEnd::Deal && $series->dealt >= $stop->deal;
        if ($stop->questions === [] || $over || $this->isMet($stop, $series)) {
            return Dealt::nothing($stop->id);
        }
        $hand = $series->hand === [] ? $this->hand($stop, $series, $state) : $series->hand;

        return Dealt::ofDrill($stop->id, $hand[0] ?? null, array_slice($hand, 1));
    }

    /**
     * A hand: what was missed first, then what was not seen yet, mixed by lot among themselves; the rest by lot only where
     * there is nothing else.
     *
     * @return list<string>
     */
    private function hand(DrillStop $stop, Series $series, State $state): array
    {
        $lot = new SeededRandom($state->seed, "drill/$stop->id/$series->dealt");
        $all = array_map(static fn (Question $question): string => $question->id, $stop->questions);
        $now = array_map(strval(...), array_keys($series->results));
        $rightNow = array_diff($now, $series->missed());
        $missed = array_values(
            array_diff(array_intersect($all, [...$series->missed(), ...array_diff($state->history->missed, $now)]), $rightNow),
        );
        $seen = [...$now, ...$state->history->seen];
        $unseen = array_values(array_diff($all, $seen, $missed));
        $wanted = $series->dealt === 0 ? $stop->deal : max(1, $stop->need - $series->right(), count($series->missed()));
        $hand = array_slice([...$lot->mixed($missed), ...$lot->mixed($unseen)], 0, $wanted);
        if (count($hand) < $wanted) {
            $rest = $lot->mixed(array_values(array_diff($all, $missed, $unseen, $rightNow)));
            $hand = [...$hand, ...array_slice($rest, 0, $wanted - count($hand))];
        }
        if ($hand === []) {
            $hand = $lot->mixed($all);
        }
        $hand = $lot->mixed($hand);
        // Not the same one twice in a row, where there is another.
        if (count($hand) > 1 && $hand[0] === $series->current) {
            $hand = [...array_slice($hand, 1), $hand[0]];
        }

        return $hand;
    }

    private function nextOfStaircase(StaircaseStop $stop, Series $series, State $state): Dealt
    {
        $top = count($stop->levels) - 1;
        $level = $series->level;
        if ($series->answered) {
            $right = $series->results[(string) $series->current] ?? false;
            if (($right && $level === $top) || $series->dealt >= $stop->longest) {
                return Dealt::nothing($stop->id);
            }
            $level = $right ? $level + 1 : max(0, $level - 1);
        }
        $questions = array_map(static fn (Question $question): string => $question->id, $stop->levels[$level] ?? []);
        $others = array_values(array_diff($questions, [$series->current]));
        $unseen = array_values(array_diff($others, array_map(strval(...), array_keys($series->results))));
        $choice = $unseen !== [] ? $unseen : ($others !== [] ? $others : $questions);

        return Dealt::ofStaircase(
            $stop->id,
            $choice === [] ? null : (new SeededRandom($state->seed, "staircase/$stop->id/$series->dealt"))->one($choice),
            $level,
        );
    }
}
