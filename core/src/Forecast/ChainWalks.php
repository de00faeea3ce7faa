<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Walks through a chain by lot, for what its mean and variance do not tell. The same seed gives the same walks. */
final class ChainWalks
{
    /** After so many steps a walk counts as endless. */
    private const MOST_STEPS = 5000;

    /** Lots drawn at a time. */
    private const AT_ONCE = 1024;

    /** @var list<list<float>> by node and step, the chance of it or one before it */
    private array $chances;

    /** @var list<float> each at least 0 and below 1 */
    private array $lots = [];

    private readonly Randomizer $randomizer;

    /** @param  list<list<Step>>  $steps  by node; those without steps absorb */
    public function __construct(private readonly array $steps, int $seed)
    {
        $this->chances = array_map(static function (array $ofNode): array {
            $sum = 0.0;

            return array_map(static function (Step $step) use (&$sum): float {
                return $sum += $step->chance;
            }, $ofNode);
        }, $steps);
        $this->randomizer = new Randomizer(new Xoshiro256StarStar($seed));
    }

    /**
     * @param  positive-int  $count
     * @return non-empty-list<float> seconds that each walk takes, begun at one node, excursions counted in; ascending
     */
    public function seconds(int $start, int $count): array
    {
        $all = array_map(fn (): float => $this->one($start), range(1, $count));
        sort($all);

        return $all;
    }

    private function one(int $start): float
    {
        $seconds = 0.0;
        $excursions = [$start];
        $taken = 0;
        while ($excursions !== []) {
            $node = array_pop($excursions);
            while ($this->steps[$node] !== [] && $taken++ < self::MOST_STEPS) {
                $chances = $this->chances[$node];
                $index = 0;
                if (count($chances) > 1) {
                    $lot = $this->lot();
                    $last = count($chances) - 1;
                    while ($index < $last && $lot >= $chances[$index]) {
                        $index++;
                    }
                }
                $step = $this->steps[$node][$index];
                $seconds += $step->seconds;
                if ($step->excursion !== null && ($step->share >= 1.0 || $this->lot() < $step->share)) {
                    $excursions[] = $step->excursion;
                }
                $node = $step->to;
            }
        }

        return $seconds;
    }

    private function lot(): float
    {
        if ($this->lots === []) {
            // The upper 53 bits of 64, as many as a float holds exactly.
            foreach ((array) unpack('P*', $this->randomizer->getBytes(8 * self::AT_ONCE)) as $bits) {
                $this->lots[] = (($bits >> 11) & 0x1F_FFFF_FFFF_FFFF) / 0x20_0000_0000_0000;
            }
        }

        return (float) array_pop($this->lots);
    }
}
