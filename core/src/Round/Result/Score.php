<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Series;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * Points of a round.
 *
 * A question gives points × share × the share left at that try; a drill its points × min(right / need, 1), or all or none of them; a
 * staircase its
 * points × level reached / levels; either its points × the share that a person gave it. Where parts are given weights they count
 * by these; a part without one, and all outside the parts, weigh as many as they have points.
 */
final readonly class Score
{
    /**
     * @param  array<string, array{float, float}>  $parts  points and points to be had, by part ('' outside all)
     * @param  array<string, float>  $weights  by part
     * @param  bool  $provisional  something still waits for a person to read it
     */
    private function __construct(private array $parts, private array $weights, public bool $provisional)
    {
    }

    /** Over the stops that were reached. */
    public static function soFar(QuizDocument $quiz, State $state): self
    {
        return self::over($quiz, $state, static fn (Stop $stop): bool => isset($state->visited[$stop->id]));
    }

    /** Of a finished round: over all main stops where there is an overview or it was closed early, else over those the walk led to. */
    public static function ofRound(QuizDocument $quiz, Terms $terms, State $state): self
    {
        if ($state->finish !== null && ! $terms->hasOverview()) {
            return self::soFar($quiz, $state);
        }
        $sequence = array_map(static fn (Stop $stop): string => $stop->id, (new Position($quiz, $terms))->sequence($state));
        $conditions = new Conditions($quiz, $terms);

        return self::over($quiz, $state, static fn (Stop $stop): bool => isset($state->visited[$stop->id])
            || (in_array($stop->id, $sequence, true) && ($stop->shownIf === null || $conditions->met($stop->shownIf, null, $state))));
    }

    /** Of the points to be had, those that stand for the share: a student reads the same in points as in per cent. */
    public function points(): float
    {
        return ($this->share() ?? 0.0) * $this->of();
    }

    public function of(): float
    {
        return array_sum(array_column($this->parts, 1));
    }

    /** Share of the points, 0 to 1; null where there are none to be had. */
    public function share(): ?float
    {
        $sum = $weights = 0.0;
        foreach ($this->parts as $part => [$points, $of]) {
            if ($of > 0) {
                $weight = $this->weights[$part] ?? $of;
                $sum += $weight * $points / $of;
                $weights += $weight;
            }
        }

        return $weights > 0 ? $sum / $weights : null;
    }

    /** @param  callable(Stop): bool  $counts */
    private static function over(QuizDocument $quiz, State $state, callable $counts): self
    {
        $parts = $weights = [];
        $provisional = false;
        foreach ($quiz->parts as $part) {
            if ($part->weight !== null) {
                $weights[$part->id] = $part->weight;
            }
        }
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            if (! $counts($stop) && ! self::isGivenPoints($stop, $state)) {
                continue;
            }
            $part = (string) $stop->part;
            [$points, $of, $unread] = self::stop($stop, $state);
            $parts[$part] = [($parts[$part][0] ?? 0.0) + $points, ($parts[$part][1] ?? 0.0) + $of];
            $provisional = $provisional || $unread;
        }

        return new self($parts, $weights, $provisional);
    }

    /** Whether a person gave points for a stop, whether the student came to it or not. */
    private static function isGivenPoints(Stop $stop, State $state): bool
    {
        $given = static fn (Question $question): bool => $state->record($question->id)->overruled !== null;

        return ($state->series[$stop->id] ?? null)?->overruled !== null || array_filter($stop->questions(), $given) !== [];
    }

    /** @return array{float, float, bool} points, points to be had, whether something waits to be read */
    private static function stop(Stop $stop, State $state): array
    {
        $series = $state->series[$stop->id] ?? new Series;
        if ($series->overruled !== null && ($stop instanceof DrillStop || $stop instanceof StaircaseStop)) {
            return [$stop->points * $series->overruled, $stop->points, false];
        }
        if ($stop instanceof DrillStop) {
            $share = min($series->right() / $stop->need, 1);

            return [$stop->points * ($stop->allOrNone ? floor($share) : $share), $stop->points, false];
        }
        if ($stop instanceof StaircaseStop) {
            return [$stop->points * $series->reached / max(1, count($stop->levels)), $stop->points, false];
        }
        $points = $of = 0.0;
        $unread = false;
        foreach ($stop->questions() as $question) {
            $record = $state->record($question->id);
            if (self::givesPoints($question)) {
                $points += $question->points * $record->share;
                $of += $question->points;
                $unread = $unread || $record->standing === Standing::ToBeRead;
            }
        }

        return [$points, $of, $unread];
    }

    private static function givesPoints(Question $question): bool
    {
        return $question->isMarked()
            || $question->kind === QuestionKind::HandIn
            || ($question->kind === QuestionKind::Written && ($question->readByTeacher || ! $question->model->isEmpty()));
    }
}
