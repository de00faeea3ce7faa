<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** Student's t distribution (Student 1908), for intervals around figures of few people. */
final readonly class StudentsT
{
    /** @param  int  $freedom  degrees of it, from 1 */
    public function __construct(private int $freedom)
    {
    }

    /** The chance of a value between −t and t, by the finite sums of Abramowitz and Stegun 1964, 26.7.3 and 26.7.4. */
    public function within(float $t): float
    {
        $angle = atan($t / sqrt($this->freedom));
        $cos = cos($angle);
        $isOdd = $this->freedom % 2 === 1;
        $term = $isOdd ? $cos : 1.0;
        $sum = 0.0;
        for ($k = $isOdd ? 1 : 0; $k <= $this->freedom - 2; $k += 2) {
            $sum += $term;
            $term *= ($k + 1) / ($k + 2) * $cos ** 2;
        }

        return $isOdd ? 2 / M_PI * ($angle + sin($angle) * $sum) : sin($angle) * $sum;
    }

    /** @return float the value that so large a share lies within, to nine digits or so; above 0 */
    public function halfWidth(float $share): float
    {
        $high = 1.0;
        while ($this->within($high) < $share) {
            $high *= 2;
        }
        $low = 0.0;
        for ($halving = 0; $halving < 60; $halving++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $this->within($middle) < $share ? [$middle, $high] : [$low, $middle];
        }

        return $high;
    }
}
