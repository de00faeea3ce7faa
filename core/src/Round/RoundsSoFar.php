<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Terms\Counts;
use HiddenLadder\Core\Terms\GoalKind;
use HiddenLadder\Core\Terms\Terms;

/** A student's rounds of a task taken together. */
final readonly class RoundsSoFar
{
    /** Scores this close to 1 are perfect: shares are sums of floats. */
    private const PERFECT = 1.0 - 1e-9;

    /**
     * @param  list<float>  $scores  of the rounds that were finished in order, shares of the points from 0 to 1
     * @param  ?int  $lastFinishedAt  milliseconds since 1970
     * @param  int  $begun  rounds begun; one that is under way counts against the limit too
     */
    public function __construct(private Terms $terms, private array $scores, private ?int $lastFinishedAt, private int $begun)
    {
    }

    /**
     * Of rounds as they are stored, in order.
     *
     * @param  list<array{score: ?float, finishedMs: ?int}>  $rounds  all that were begun
     */
    public static function of(Terms $terms, array $rounds): self
    {
        $done = array_values(array_filter($rounds, static fn (array $round): bool => self::isDone($round['score'], $round['finishedMs'])));
        $ends = array_filter(array_column($done, 'finishedMs'), is_int(...));

        return new self(
            $terms,
            array_map(static fn (array $round): float => $round['score'] ?? 0.0, $done),
            $ends === [] ? null : max($ends),
            count($rounds),
        );
    }

    /** One that was sent back since it was finished keeps the score it was finished with. */
    public static function isDone(?float $score, ?int $finishedMs): bool
    {
        return $finishedMs !== null || $score !== null;
    }

    /** The score that counts, 0 to 1; null before the first round is finished. */
    public function score(): ?float
    {
        if ($this->scores === []) {
            return null;
        }

        return match ($this->terms->rounds->counts) {
            Counts::Best => max($this->scores),
            Counts::Last => $this->scores[count($this->scores) - 1],
            Counts::First => $this->scores[0],
            Counts::Mean => array_sum($this->scores) / count($this->scores),
        };
    }

    /** @return array{done: int, need: int, reached: bool}|null as in "2 of 3"; null without a goal */
    public function goal(): ?array
    {
        $goal = $this->terms->goal;
        $perfect = count(array_filter($this->scores, static fn (float $score): bool => $score >= self::PERFECT));
        [$done, $need] = match ($goal->kind) {
            GoalKind::None => [0, 0],
            GoalKind::Rounds => [count($this->scores), $goal->rounds],
            GoalKind::Perfect => [$perfect, $goal->rounds],
            GoalKind::RoundsOrPerfect => [$perfect > 0 ? $goal->rounds : count($this->scores), $goal->rounds],
            GoalKind::Score => [$this->scores !== [] && max($this->scores) >= $goal->score - 1e-9 ? 1 : 0, 1],
        };

        return $goal->kind === GoalKind::None ? null : ['done' => min($done, $need), 'need' => $need, 'reached' => $done >= $need];
    }

    public function isLast(): bool
    {
        return $this->terms->rounds->limit !== null && $this->begun >= $this->terms->rounds->limit;
    }

    /** When a further round may begin, in milliseconds since 1970; null when there is none left. */
    public function nextFrom(): ?int
    {
        return $this->isLast()
            ? null
            : ($this->lastFinishedAt === null ? 0 : $this->lastFinishedAt + 60_000 * $this->terms->rounds->pauseMinutes);
    }
}
