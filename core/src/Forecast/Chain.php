<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Ahead\Structure;
use HiddenLadder\Core\Message;

/**
 * An absorbing Markov chain, exactly: N = (I - Q)^-1 (Kemeny and Snell 1960, chapter 3), solved component by component.
 *
 * A step may also set off an excursion, or does so with some share of the cases: a chain of its own that ends by itself and
 * of which only the time and the visits count. Nodes without steps absorb.
 */
final readonly class Chain
{
    /** @var list<non-empty-list<int>> strongly connected, each after those it leads to */
    private array $components;

    /** @param  list<list<Step>>  $steps  by node */
    public function __construct(private array $steps)
    {
        $next = fn (int $node): array => array_values(array_unique(array_column($this->leadingTo($node), 0)));
        $this->components = $steps === [] ? [] : Structure::components(range(0, count($steps) - 1), $next);
    }

    /**
     * @return array<int, float> by node: how often it is come to, begun at one, excursions counted in; at an absorbing node, the chance of
     * it
     */
    public function visits(int $start): array
    {
        $visits = array_fill(0, count($this->steps), 0.0);
        $visits[$start] = 1.0;
        foreach (array_reverse($this->components) as $component) {
            if (count($component) > 1 || $this->leadsToItself($component[0])) {
                $arriving = array_map(static fn (int $node): float => $visits[$node], $component);
                foreach (self::solved($this->block($component, true), $arriving) as $i => $value) {
                    $visits[$component[$i]] = $value;
                }
            }
            $isIn = array_fill_keys($component, true);
            foreach ($component as $node) {
                foreach ($this->leadingTo($node) as [$to, $chance]) {
                    if (! isset($isIn[$to])) {
                        $visits[$to] += $visits[$node] * $chance;
                    }
                }
            }
        }

        return $visits;
    }

    /**
     * @param  list<int>  $ends  absorbing nodes
     * @return array<int, float> by node, the chance that it ends at one of these
     */
    public function chances(array $ends): array
    {
        $isEnd = array_fill_keys($ends, true);

        return $this->expected(static fn (Step $step): float => isset($isEnd[$step->to]) ? $step->chance : 0.0, false);
    }

    /**
     * Of the seconds from a node until all has come to its end. Whether an excursion that takes place in a share of the cases
     * does is taken to be independent of the rest.
     *
     * @return array{mean: float, variance: float}
     */
    public function seconds(int $start): array
    {
        $means = $this->expected(static fn (Step $step): float => $step->chance * $step->seconds);
        // The variance of the time from a node: that of its next step, and of what follows; excursions are independent.
        $variances = $this->expected(static function (Step $step, int $node) use ($means): float {
            $back = $step->excursion === null ? 0.0 : $means[$step->excursion];
            $after = $step->seconds + $means[$step->to] + $step->share * $back;

            return $step->chance * (($after - $means[$node]) ** 2 + $step->share * (1 - $step->share) * $back ** 2);
        });

        return ['mean' => $means[$start], 'variance' => $variances[$start]];
    }

    /**
     * @param  callable(Step, int): float  $reward  of a step from a node, times its chance
     * @return array<int, float> the expected sum of rewards from each node on
     */
    private function expected(callable $reward, bool $withExcursions = true): array
    {
        $values = array_fill(0, count($this->steps), 0.0);
        foreach ($this->components as $component) {
            $isIn = array_fill_keys($component, true);
            $sums = [];
            foreach ($component as $i => $node) {
                $sums[$i] = 0.0;
                foreach ($this->steps[$node] as $step) {
                    $sums[$i] += $reward($step, $node);
                }
                foreach ($this->leadingTo($node, $withExcursions) as [$to, $chance]) {
                    $sums[$i] += isset($isIn[$to]) ? 0.0 : $chance * $values[$to];
                }
            }
            $isLoop = count($component) > 1 || $this->leadsToItself($component[0]);
            foreach ($isLoop ? self::solved($this->block($component, false, $withExcursions), $sums) : $sums as $i => $value) {
                $values[$component[$i]] = $value;
            }
        }

        return $values;
    }

    /** @return list<array{int, float}> where a node leads to, excursions counted in, and how often in the mean */
    private function leadingTo(int $node, bool $withExcursions = true): array
    {
        $leading = [];
        foreach ($this->steps[$node] as $step) {
            $leading[] = [$step->to, $step->chance];
            if ($withExcursions && $step->excursion !== null) {
                $leading[] = [$step->excursion, $step->chance * $step->share];
            }
        }

        return $leading;
    }

    private function leadsToItself(int $node): bool
    {
        return in_array($node, array_column($this->leadingTo($node), 0), true);
    }

    /**
     * I - Q of a component; turned over, for visits.
     *
     * @param  non-empty-list<int>  $component
     * @return non-empty-array<int, array<int, float>>
     */
    private function block(array $component, bool $turned, bool $withExcursions = true): array
    {
        $index = array_flip($component);
        $rows = [];
        foreach ($component as $i => $_) {
            $rows[$i] = array_fill(0, count($component), 0.0);
            $rows[$i][$i] = 1.0;
        }
        foreach ($component as $i => $node) {
            foreach ($this->leadingTo($node, $withExcursions) as [$to, $chance]) {
                if (isset($index[$to])) {
                    $turned ? $rows[$index[$to]][$i] -= $chance : $rows[$i][$index[$to]] -= $chance;
                }
            }
        }

        return $rows;
    }

    /**
     * Gauss's elimination with the greatest pivot of each column.
     *
     * @param  non-empty-array<int, array<int, float>>  $rows
     * @param  array<int, float>  $right
     * @return array<int, float>
     *
     * @throws NoForecast when what it stands for never ends
     */
    private static function solved(array $rows, array $right): array
    {
        $count = count($rows);
        for ($i = 0; $i < $count; $i++) {
            $pivot = $i;
            for ($row = $i + 1; $row < $count; $row++) {
                if (abs($rows[$row][$i]) > abs($rows[$pivot][$i])) {
                    $pivot = $row;
                }
            }
            if (abs($rows[$pivot][$i]) < 1e-12) {
                throw new NoForecast(new Message('forecast.endless'));
            }
            [$rows[$i], $rows[$pivot], $right[$i], $right[$pivot]] = [$rows[$pivot], $rows[$i], $right[$pivot], $right[$i]];
            for ($row = $i + 1; $row < $count; $row++) {
                $factor = $rows[$row][$i] / $rows[$i][$i];
                if ($factor !== 0.0) {
                    for ($column = $i; $column < $count; $column++) {
                        $rows[$row][$column] -= $factor * $rows[$i][$column];
                    }
                    $right[$row] -= $factor * $right[$i];
                }
            }
        }
        $values = array_fill(0, $count, 0.0);
        for ($i = $count - 1; $i >= 0; $i--) {
            $sum = $right[$i];
            for ($column = $i + 1; $column < $count; $column++) {
                $sum -= $rows[$i][$column] * $values[$column];
            }
            $values[$i] = $sum / $rows[$i][$i];
        }

        return $values;
    }
}
