<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Round\Result\Standing;

/** All rounds of one student in one task, in order. */
final readonly class StudentEvidence
{
    /**
     * @param  list<array{evidence: RoundEvidence, score: ?float}>  $rounds  scores of finished ones, 0 to 1
     * @param  list<string>  $mastered  objectives, by the quiz's rule of mastery
     */
    public function __construct(public string $student, public array $rounds, public array $mastered = [])
    {
    }

    /** The first round; an empty one where there is none. */
    public function firstRound(): RoundEvidence
    {
        return $this->rounds[0]['evidence'] ?? new RoundEvidence;
    }

    /**
     * Which misconceptions the student shows now, and which they have left.
     *
     * One is contradicted by a right answer at the first try of a round, at a question that can show it. Who showed it twice
     * or more shows it until it is contradicted twice since; who showed it once, until it is contradicted.
     *
     * @param  array<string, list<string>>  $canShow  misconceptions by question
     * @return array<string, bool> by misconception that was ever shown: whether it is shown now
     */
    public function misconceptions(array $canShow): array
    {
        $shown = $contradicted = [];
        foreach ($this->rounds as ['evidence' => $roundEvidence]) {
            $first = $roundEvidence->firstTries();
            foreach ($roundEvidence->attempts as $attempt) {
                if ($attempt->misconception !== null) {
                    $shown[$attempt->misconception] = ($shown[$attempt->misconception] ?? 0) + 1;
                    $contradicted[$attempt->misconception] = 0;
                } elseif ($attempt->isRight() && $attempt === $first[$attempt->question]) {
                    foreach ($canShow[$attempt->question] ?? [] as $misconception) {
                        $contradicted[$misconception] = ($contradicted[$misconception] ?? 0) + 1;
                    }
                }
            }
        }
        $now = [];
        foreach ($shown as $misconception => $times) {
            $now[$misconception] = $contradicted[$misconception] < min(2, $times);
        }

        return $now;
    }

    /** @return array<string, bool> by question that was tried: whether the first try in the last round with it was right */
    public function lastFirstTries(): array
    {
        $last = [];
        foreach ($this->rounds as ['evidence' => $roundEvidence]) {
            $last = array_replace($last, array_map(static fn (Attempt $first): bool => $first->isRight(), $roundEvidence->firstTries()));
        }

        return $last;
    }

    /**
     * @param  bool  $overAll  rounds ask only some of the questions: each stands as in the last round that asked it
     * @return array<string, string> by question
     */
    public function standings(bool $overAll): array
    {
        $standings = [];
        foreach ($overAll ? $this->rounds : array_slice($this->rounds, -1) as ['evidence' => $round]) {
            $touched = array_filter($round->standings, static fn (string $standing): bool => $standing !== Standing::Untouched->value);
            $standings = array_replace($standings, $overAll ? $touched : $round->standings);
        }

        return $standings;
    }

    /** @return array{first: float, best: float, rounds: int}|null of finished rounds, and how many they are */
    public function scores(): ?array
    {
        $scores = array_values(array_filter(array_column($this->rounds, 'score'), static fn (?float $score): bool => $score !== null));

        return $scores === [] ? null : ['first' => $scores[0], 'best' => max($scores), 'rounds' => count($scores)];
    }
}
