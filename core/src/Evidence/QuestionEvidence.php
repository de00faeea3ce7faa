<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Forecast\Quantile;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;

/** What first rounds say of one question. Every figure has its n. */
final readonly class QuestionEvidence
{
    /** An option that a smaller share chooses does not work (Haladyna and Downing 1993). */
    private const RARE = 0.05;

    /** Students of whom that can be told. */
    private const ENOUGH = 20;

    /**
     * @param  Share  $atOnce  right at the first try, of those who tried
     * @param  Share  $afterHelp  right later, of those who were not at once
     * @param  ?float  $tries  mean number of tries
     * @param  array{n: int, lower: float, median: float, upper: float}|null  $seconds  quartiles of the first try
     * @param  array<string, array{count: int, meanScore: float}>  $entries  first tries by entry,
     *                                                with the share of questions that those who gave it had right at once
     * @param  array<string, Share>  $parts  of gaps and matches: right at the first try, by part
     * @param  ?float  $itemRest  correlation with the rest, -1 to 1
     * @param  ?float  $upperLower  difference of the upper and lower 27 %, -1 to 1
     */
    public function __construct(
        public string $question,
        public Share $atOnce,
        public Share $afterHelp,
        public ?float $tries,
        public ?array $seconds,
        public array $entries,
        public array $parts = [],
        public ?float $itemRest = null,
        public ?float $upperLower = null,
    ) {
    }

    /**
     * @param  list<array{attempts: non-empty-list<Attempt>, score: float}>  $students  tries in the first round,
     *                                                and which share of all questions they had right at once
     */
    public static function of(string $question, array $students, ?float $itemRest, ?float $upperLower): self
    {
        $atOnce = $later = $tries = 0;
        $seconds = $entries = $sums = $parts = [];
        foreach ($students as ['attempts' => $attempts, 'score' => $score]) {
            $first = $attempts[0];
            $isLater = ! $first->isRight() && array_filter($attempts, static fn (Attempt $attempt): bool => $attempt->isRight()) !== [];
            $atOnce += $first->isRight() ? 1 : 0;
            $later += $isLater ? 1 : 0;
            $tries += count($attempts);
            if ($first->seconds !== null) {
                $seconds[] = $first->seconds;
            }
            foreach ($first->given() as $entry) {
                $entries[$entry] = ($entries[$entry] ?? 0) + 1;
                $sums[$entry] = ($sums[$entry] ?? 0.0) + $score;
            }
            foreach ($first->parts as $part => $isRight) {
                $parts[$part] = ($parts[$part] ?? new Share(0, 0))->with($isRight);
            }
        }
        sort($seconds);
        $count = count($students);

        return new self(
            $question,
            new Share($atOnce, $count),
            new Share($later, $count - $atOnce),
            $count === 0 ? null : $tries / $count,
            $seconds === []
                ? null
                : [
                    'n' => count($seconds),
                    'lower' => Quantile::of($seconds, 0.25),
                    'median' => Quantile::of($seconds, 0.5),
                    'upper' => Quantile::of($seconds, 0.75),
                ],
            self::entries($entries, $sums),
            $parts,
            $itemRest,
            $upperLower,
        );
    }

    /**
     * @param  array<string, int>  $counts
     * @param  array<string, float>  $sums  of scores
     * @return array<string, array{count: int, meanScore: float}>
     */
    private static function entries(array $counts, array $sums): array
    {
        $entries = [];
        foreach ($counts as $entry => $count) {
            $entries[$entry] = ['count' => $count, 'meanScore' => round($sums[$entry] / $count, 4)];
        }

        return $entries;
    }

    /**
     * Whether those who do well elsewhere do worse here: below 0 by more than the standard error, for with few answers it goes up and down
     * by chance.
     */
    public function separatesBackwards(): bool
    {
        return $this->atOnce->of >= Summary::FEW && $this->itemRest !== null && $this->itemRest < -1 / sqrt($this->atOnce->of);
    }

    /**
     * Options that tell nobody apart, for hardly anybody chose them.
     *
     * @param  Question  $question  as it was asked
     * @return list<Entry>
     */
    public function hardlyChosen(Question $question): array
    {
        return $this->atOnce->of < self::ENOUGH || ! $question->kind->showsOptions() ? [] : array_values(array_filter(
            $question->entries,
            fn (Entry $entry): bool => ! $entry->right && ($this->entries[$entry->id]['count'] ?? 0) < self::RARE * $this->atOnce->of,
        ));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'question' => $this->question,
            'atOnce' => $this->atOnce->toArray(),
            'afterHelp' => $this->afterHelp->toArray(),
            'tries' => $this->tries === null ? null : round($this->tries, 2),
            'seconds' => $this->seconds,
            'entries' => (object) $this->entries,
            'parts' => (object) Share::arrays($this->parts),
            'itemRest' => $this->itemRest === null ? null : round($this->itemRest, 4),
            'upperLower' => $this->upperLower === null ? null : round($this->upperLower, 4),
        ];
    }
}
