<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Forecast\Quantile;

/** What first rounds say of one question. Every figure has its n. */
final readonly class QuestionEvidence
{
    /**
     * @param  Share  $atOnce  right at the first try, of those who tried
     * @param  Share  $afterHelp  right later, of those who were not at once
     * @param  ?float  $tries  mean number of tries
     * @param  array{n: int, lower: float, median: float, upper: float}|null  $seconds  quartiles of the first try
     * @param  array<string, array{count: int, meanScore: float}>  $entries  first tries by entry, with the share of questions that those who gave it had right at once
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
        public ?float $itemRest = null,
        public ?float $upperLower = null,
    ) {
    }

    /**
     * @param  list<array{attempts: non-empty-list<Attempt>, score: float}>  $students  tries in the first round, and which share of all questions they had right at once
     */
    public static function of(string $question, array $students, ?float $itemRest, ?float $upperLower): self
    {
        $atOnce = $later = $tries = 0;
        $seconds = $entries = $sums = [];
        foreach ($students as ['attempts' => $attempts, 'score' => $score]) {
            $first = $attempts[0];
            $isLater = ! $first->isRight() && array_filter($attempts, static fn (Attempt $attempt): bool => $attempt->isRight()) !== [];
            $atOnce += $first->isRight() ? 1 : 0;
            $later += $isLater ? 1 : 0;
            $tries += count($attempts);
            if ($first->seconds !== null) {
                $seconds[] = $first->seconds;
            }
            if ($first->entry !== null) {
                $entries[$first->entry] = ($entries[$first->entry] ?? 0) + 1;
                $sums[$first->entry] = ($sums[$first->entry] ?? 0.0) + $score;
            }
        }
        sort($seconds);
        $count = count($students);

        return new self(
            $question,
            new Share($atOnce, $count),
            new Share($later, $count - $atOnce),
            $count === 0 ? null : $tries / $count,
            $seconds === [] ? null : ['n' => count($seconds), 'lower' => Quantile::of($seconds, 0.25), 'median' => Quantile::of($seconds, 0.5), 'upper' => Quantile::of($seconds, 0.75)],
            array_map(static fn (string $entry): array => ['count' => $entries[$entry], 'meanScore' => round($sums[$entry] / $entries[$entry], 4)], array_combine(array_map(strval(...), array_keys($entries)), array_map(strval(...), array_keys($entries)))),
            $itemRest,
            $upperLower,
        );
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
            'itemRest' => $this->itemRest === null ? null : round($this->itemRest, 4),
            'upperLower' => $this->upperLower === null ? null : round($this->upperLower, 4),
        ];
    }
}
