<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Forecast\Quantile;
use HiddenLadder\Core\Quiz\MasteryTerms;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\KnowledgeTracing;
use HiddenLadder\Core\Round\SeededRandom;

/**
 * Objectives over time and over quizzes: how many tries at them were right at once, task by task, and of each student the chance of
 * knowing it (Bayesian knowledge tracing, Corbett and Anderson 1994) with an interval by resampling their own answers (bootstrap,
 * percentiles; Efron 1979). Add rounds in the order of time, then ask.
 */
final class ObjectivesOverTime
{
    /** Of fewer answers nothing is estimated. */
    private const FEW = 3;

    private const RESAMPLED = 200;

    private readonly JoinedObjectives $objectives;

    /** @var array<int, array<string, Share>> by objective and task: right at the first try of the first round there */
    private array $shares = [];

    /** @var array<int, array<string, list<array{bool, float}>>> by objective and student: whether right, and the chance of guessing it */
    private array $tries = [];

    /** @var array<string, true> task and student that were added */
    private array $begun = [];

    public function __construct()
    {
        $this->objectives = new JoinedObjectives;
    }

    /** One round of a student, whose quiz is as it is asked now. */
    public function add(QuizDocument $quiz, string $task, string $student, RoundEvidence $round): void
    {
        $serves = [];
        foreach ($quiz->objectives as $objective) {
            $serves[$objective->id] = $this->objectives->number($objective);
        }
        if (! isset($this->begun["$task $student"])) {
            $this->begun["$task $student"] = true;
            foreach ($round->firstTries() as $question => $first) {
                foreach ($quiz->question($question)->objectives ?? [] as $objective) {
                    if (isset($serves[$objective]) && $quiz->question($question)?->isMarked() === true) {
                        $known = $this->shares[$serves[$objective]][$task] ?? new Share(0, 0);
                        $this->shares[$serves[$objective]][$task] = $known->with($first->isRight());
                    }
                }
            }
        }
        foreach ($round->evidence() as [$question, $isRight]) {
            $asked = $quiz->question($question);
            foreach ($asked->objectives ?? [] as $objective) {
                if ($asked !== null && isset($serves[$objective])) {
                    $this->tries[$serves[$objective]][$student][] = [$isRight, KnowledgeTracing::guess($asked)];
                }
            }
        }
    }

    /**
     * @return list<array{
     *     text: string, code: string,
     *     points: list<array{task: string, share: array{count: int, of: int, interval: array{float, float}|null}}>,
     *     students: list<array{student: string, answers: int, known: ?float, interval: array{float, float}|null}>,
     * }>
     */
    public function toArray(): array
    {
        $all = [];
        foreach ($this->objectives->all as $number => $objective) {
            $points = [];
            foreach ($this->shares[$number] ?? [] as $task => $share) {
                $points[] = ['task' => $task, 'share' => $share->toArray()];
            }
            $students = [];
            foreach ($this->tries[$number] ?? [] as $student => $tries) {
                $students[] = ['student' => $student, 'answers' => count($tries)] + self::known($tries, "$number/$student");
            }
            if ($points !== [] || $students !== []) {
                $all[] = ['text' => $objective->text, 'code' => $objective->code, 'points' => $points, 'students' => $students];
            }
        }

        return $all;
    }

    /**
     * @param  list<array{bool, float}>  $tries
     * @return array{known: ?float, interval: array{float, float}|null}
     */
    private static function known(array $tries, string $seed): array
    {
        $last = count($tries) - 1;
        if (count($tries) < self::FEW) {
            return ['known' => null, 'interval' => null];
        }
        $terms = new MasteryTerms;
        $lot = new SeededRandom($seed, 'resampled');
        $resampled = array_map(static function () use ($tries, $last, $lot, $terms): float {
            // In the order in which they were given: what is known grows with them.
            $drawn = array_map(static fn (): int => $lot->between(0, $last), $tries);
            sort($drawn);

            return KnowledgeTracing::known(array_map(static fn (int $at): array => $tries[$at], $drawn), $terms);
        }, range(1, self::RESAMPLED));
        sort($resampled);

        return [
            'known' => round(KnowledgeTracing::known($tries, $terms), 4),
            'interval' => [round(Quantile::of($resampled, 0.025), 4), round(Quantile::of($resampled, 0.975), 4)],
        ];
    }
}
