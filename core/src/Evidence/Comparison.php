<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/**
 * Whether those who got something stand better afterwards than others who began alike.
 *
 * Who gets help are the weak ones, and who was far below the mean comes nearer to it by itself. So those are not held against
 * others as they stand, nor by how much each gained, but against what the others' line from before to after says of somebody
 * who began where they did: analysis of covariance (Fisher 1932; Cochran 1957), with one slope for both and Student's interval.
 * It allows for the score before and for nothing else that went with the choice of the students.
 */
final readonly class Comparison
{
    /** Of fewer nothing is said: in either of the two, and together. */
    private const LEAST = 3;

    private const LEAST_TOGETHER = 8;

    private const SURE = 0.95;

    /**
     * @param  float  $difference  of the score afterwards, those who got it above the others, -1 to 1 or beyond
     * @param  array{float, float}  $interval  95 %
     * @param  bool  $overlap  whether some of the others began as low as some of those who got it; otherwise it rests on the line alone
     */
    private function __construct(public float $difference, public array $interval, public bool $overlap)
    {
    }

    /**
     * @param  list<array{before: float, after: float}>  $got  of each student, scores 0 to 1
     * @param  list<array{before: float, after: float}>  $others
     * @return ?self null where there are too few, or all within both began at the same score
     */
    public static function of(array $got, array $others): ?self
    {
        $all = count($got) + count($others);
        if (min(count($got), count($others)) < self::LEAST || $all < self::LEAST_TOGETHER) {
            return null;
        }
        $means = [self::means($got), self::means($others)];
        $squares = $products = $after = 0.0;
        foreach ([$got, $others] as $which => $students) {
            foreach ($students as $student) {
                $x = $student['before'] - $means[$which]['before'];
                $y = $student['after'] - $means[$which]['after'];
                $squares += $x ** 2;
                $products += $x * $y;
                $after += $y ** 2;
            }
        }
        if ($squares < 1e-9) {
            return null;
        }
        $slope = $products / $squares;
        $apart = $means[0]['before'] - $means[1]['before'];
        $difference = $means[0]['after'] - $means[1]['after'] - $slope * $apart;
        $freedom = $all - 3;
        $left = max(0.0, $after - $slope * $products) / $freedom;
        $error = sqrt($left * (1 / count($got) + 1 / count($others) + $apart ** 2 / $squares));
        $half = (new StudentsT($freedom))->halfWidth(self::SURE) * $error;

        return new self(
            $difference,
            [$difference - $half, $difference + $half],
            min([1.0, ...array_column($others, 'before')]) <= max([0.0, ...array_column($got, 'before')]),
        );
    }

    /**
     * @param  list<array{before: float, after: float}>  $students
     * @return array{before: float, after: float} nought of nobody
     */
    public static function means(array $students): array
    {
        $many = max(1, count($students));

        return [
            'before' => array_sum(array_column($students, 'before')) / $many,
            'after' => array_sum(array_column($students, 'after')) / $many,
        ];
    }

    /** @return array{difference: float, interval: array{float, float}, overlap: bool} */
    public function toArray(): array
    {
        return [
            'difference' => round($this->difference, 4),
            'interval' => [round($this->interval[0], 4), round($this->interval[1], 4)],
            'overlap' => $this->overlap,
        ];
    }
}
