<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\MasteryRule;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/** Whether a quiz or an objective is mastered, by the quiz's rule. */
final readonly class Mastery
{
    public function __construct(private QuizDocument $quiz)
    {
    }

    /** @param  list<State>  $rounds  from the first to the last */
    public function ofQuiz(Terms $terms, array $rounds): Mastered
    {
        return $this->judged($rounds, static fn (Question $question): bool => true, function () use ($terms, $rounds): bool {
            $last = $rounds === [] ? null : $rounds[count($rounds) - 1];

            return $last !== null && $last->isFinished() && $this->requiredStopsRight($last, $terms);
        });
    }

    /** @param  list<Outcome>  $rounds  from the first to the last */
    public function ofObjective(string $objective, array $rounds): Mastered
    {
        $serves = static fn (Question $question): bool => in_array($objective, $question->objectives, true);

        return $this->judged($rounds, $serves, fn (): bool => $this->allRight($rounds, $serves));
    }

    /**
     * @param  list<Outcome>  $rounds
     * @param  callable(Question): bool  $serves
     * @param  callable(): bool  $byStops
     */
    private function judged(array $rounds, callable $serves, callable $byStops): Mastered
    {
        $tries = $this->tries($rounds, $serves);
        $rule = $this->quiz->mastery;
        $right = array_column($tries, 0);
        $row = 0;
        foreach ($right as $one) {
            $row = $one ? $row + 1 : 0;
        }
        $known = KnowledgeTracing::known($tries, $rule);
        $last = array_slice($right, -$rule->last);

        return new Mastered(match ($rule->rule) {
            MasteryRule::Required => $byStops(),
            MasteryRule::UntilRight => $this->allRight($rounds, $serves),
            MasteryRule::Right => count(array_filter($right)) >= $rule->need,
            MasteryRule::InARow => $row >= $rule->need,
            MasteryRule::OfTheLast => count($last) >= min($rule->need, $rule->last) && count(array_filter($last)) >= $rule->need,
            MasteryRule::Estimate => $tries !== [] && $known >= $rule->level,
        }, $known, count($tries));
    }

    /**
     * @param  list<Outcome>  $rounds
     * @param  callable(Question): bool  $serves
     * @return list<array{bool, float}> whether right, and the chance of guessing it
     */
    private function tries(array $rounds, callable $serves): array
    {
        $guesses = array_map(KnowledgeTracing::guess(...), array_filter($this->quiz->allQuestions(), $serves));
        $tries = [];
        foreach ($rounds as $round) {
            foreach ($round->evidence() as [$id, $right]) {
                if (isset($guesses[$id])) {
                    $tries[] = [$right, $guesses[$id]];
                }
            }
        }

        return $tries;
    }

    /**
     * @param  list<Outcome>  $rounds
     * @param  callable(Question): bool  $serves
     */
    private function allRight(array $rounds, callable $serves): bool
    {
        $asked = 0;
        foreach ($this->quiz->questions() as $question) {
            if (
                ! $serves($question)
                || ! $question->isMarked()
                || $this->quiz->stopOf($question->id) instanceof DrillStop
                || $this->quiz->stopOf($question->id) instanceof StaircaseStop
            ) {
                continue;
            }
            $asked++;
            $isRight = false;
            foreach ($rounds as $round) {
                $isRight = $isRight || $round->isRight($question->id);
            }
            if (! $isRight) {
                return false;
            }
        }

        return $asked > 0;
    }

    private function requiredStopsRight(State $state, Terms $terms): bool
    {
        foreach ((new Position($this->quiz, $terms))->sequence($state) as $stop) {
            if ($stop->required && isset($state->visited[$stop->id]) && ! $this->isRight($stop, $state)) {
                return false;
            }
        }

        return $state->history->portion === null || $this->earlierPortionsRight($state);
    }

    /** Where a round asks a portion: every other required stop was dealt in an earlier one, and nothing in it was missed since. */
    private function earlierPortionsRight(State $state): bool
    {
        foreach ($this->quiz->stops as $stop) {
            $asked = array_map(static fn (Question $question): string => $question->id, $stop->questions());
            if (! $stop->required || $asked === [] || in_array($stop->id, $state->history->portion ?? [], true)) {
                continue;
            }
            if (! in_array($stop->id, $state->history->dealt, true) || array_intersect($asked, $state->history->missed) !== []) {
                return false;
            }
        }

        return true;
    }

    private function isRight(Stop $stop, State $state): bool
    {
        if ($stop instanceof DrillStop || $stop instanceof StaircaseStop) {
            $series = $state->series[$stop->id] ?? null;

            return $series !== null && ($series->overruled === null ? $series->met : $series->overruled >= 1.0);
        }
        foreach ($stop->questions() as $question) {
            $standing = $state->record($question->id)->standing;
            if (! $standing->isRight() && $standing !== Standing::Noted) {
                return false;
            }
        }

        return true;
    }
}
