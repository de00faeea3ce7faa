<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Workings;

use HiddenLadder\Core\Round\SeededRandom;

/** Exercises of every sort with numbers by lot, always the same. */
final class MadeUpExercises
{
    private function __construct(private readonly SeededRandom $lot)
    {
    }

    /** @return list<string> */
    public static function of(int $count, string $seed): array
    {
        $made = [];
        for ($index = 0; $index < $count; $index++) {
            $made[] = (new self(new SeededRandom($seed, (string) $index)))->one();
        }

        return $made;
    }

    private function one(): string
    {
        $n = $this->lot->between(...);

        return match ($n(0, 9)) {
            0 => $n(2, 9).'/'.$n(2, 9).' '.$this->sign().' '.$n(2, 9).'/'.$n(2, 9),
            1 => $n(100, 999).' - '.$n(10, 99),
            2 => $n(2, 9).'(x '.$this->sign().' '.$n(2, 9).') = '.$n(1, 30),
            3 => $n(2, 9).'x + '.$n(1, 9).' = '.$n(2, 9).'x - '.$n(1, 30),
            4 => (5 * $n(1, 19)).' % of '.(10 * $n(2, 99)),
            5 => $n(1, 99).'.'.$n(1, 9).' '.$this->sign().' '.$n(0, 9).'.'.$n(11, 99),
            6 => $n(1, 9).'.'.$n(1, 9).' '.$this->lot->one(['km in m', 'h in min', 'kg in g', 'm² in cm²', 'km/h in m/s']),
            7 => '(x '.$this->sign().' '.$n(1, 9).')('.$n(2, 5).'x '.$this->sign().' '.$n(1, 9).')',
            8 => $n(2, 5).'^'.$n(2, 4).' * '.$n(2, 5).'^'.$n(2, 3),
            default => $this->arithmetic(3),
        };
    }

    private function sign(): string
    {
        return $this->lot->one(['+', '-']);
    }

    private function arithmetic(int $depth): string
    {
        if ($depth === 0 || $this->lot->between(0, 3) === 0) {
            return (string) $this->lot->between(1, 20);
        }
        [$left, $right] = [$this->arithmetic($depth - 1), $this->arithmetic($depth - 1)];

        return match ($this->lot->between(0, 4)) {
            0 => "($left + $right)",
            1 => "($left - $right)",
            2 => "$left + $right",
            3 => "$left ÷ ($right + 21)",
            default => "($left) * ($right)",
        };
    }
}
