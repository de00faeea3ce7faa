<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Round\State;

/** Everywhere that a quiz can lead to under its terms, as the engine itself leads there. */
final readonly class Structure
{
    /**
     * @param  list<State>  $nodes  each where one can stand, without what lies behind
     * @param  list<list<Edge>>  $edges  by node
     * @param  list<bool>  $sure  by node: it is reached whatever the past was taken to be
     * @param  list<bool>  $ends  by node: the finish, or where it is known to be reached
     * @param  bool  $isWhole  false where there was too much to look at all of it
     */
    public function __construct(public array $nodes, public array $edges, public array $sure, public array $ends, public bool $isWhole)
    {
    }

    /**
     * Nodes from which the finish is reached by suitable answers, however what came before turns out: at each of them some
     * move leads only to nodes from which that holds already.
     *
     * @return list<bool> by node
     */
    public function safe(): array
    {
        return $this->leading(static fn (Edge $edge): array => [$edge->to]);
    }

    /** @return list<bool> by node: nodes from which the finish is reached in some way at least */
    public function open(): array
    {
        return $this->leading(static fn (Edge $edge): array => array_map(static fn (int $to): array => [$to], $edge->to));
    }

    /**
     * @param  callable(Edge): list<non-empty-list<int>>  $ways  sets of nodes, all of one of which must lead to the finish
     * @return list<bool> by node
     */
    private function leading(callable $ways): array
    {
        $leads = $this->ends;
        $waiting = $wayOf = $into = [];
        foreach ($this->edges as $node => $edges) {
            foreach ($edges as $edge) {
                foreach ($ways($edge) as $way) {
                    $way = array_unique($way);
                    $wayOf[] = $node;
                    $waiting[] = count($way);
                    foreach ($way as $to) {
                        $into[$to][] = count($wayOf) - 1;
                    }
                }
            }
        }
        $queue = array_keys(array_filter($leads));
        while ($queue !== []) {
            foreach ($into[array_pop($queue)] ?? [] as $way) {
                if (--$waiting[$way] === 0 && ! $leads[$wayOf[$way]]) {
                    $leads[$wayOf[$way]] = true;
                    $queue[] = $wayOf[$way];
                }
            }
        }

        return $leads;
    }

    /**
     * Strongly connected components, each after those it leads to (Tarjan 1972).
     *
     * @param  list<int>  $nodes
     * @param  callable(int): list<int>  $next  from a node
     * @return list<non-empty-list<int>>
     */
    public static function components(array $nodes, callable $next): array
    {
        $isIn = array_fill_keys($nodes, true);
        $index = $low = $onStack = [];
        $stack = $components = [];
        foreach ($nodes as $root) {
            if (isset($index[$root])) {
                continue;
            }
            $index[$root] = $low[$root] = count($index);
            $stack[] = $root;
            $onStack[$root] = true;
            $work = [[$root, $next($root), 0]];
            while ($work !== []) {
                $last = count($work) - 1;
                [$node, $followers, $i] = $work[$last];
                if ($i < count($followers)) {
                    $work[$last][2]++;
                    $to = $followers[$i];
                    if (! isset($isIn[$to])) {
                        continue;
                    }
                    if (! isset($index[$to])) {
                        $index[$to] = $low[$to] = count($index);
                        $stack[] = $to;
                        $onStack[$to] = true;
                        $work[] = [$to, $next($to), 0];
                    } elseif (isset($onStack[$to])) {
                        $low[$node] = min($low[$node], $index[$to]);
                    }

                    continue;
                }
                array_pop($work);
                if ($work !== []) {
                    $parent = $work[$last - 1][0];
                    $low[$parent] = min($low[$parent], $low[$node]);
                }
                if ($low[$node] === $index[$node]) {
                    $component = [];
                    do {
                        $one = (int) array_pop($stack);
                        unset($onStack[$one]);
                        $component[] = $one;
                    } while ($one !== $node);
                    $components[] = $component;
                }
            }
        }

        return $components;
    }

    /**
     * @param  non-empty-list<int>  $from
     * @return non-empty-list<int> these and all nodes that moves from them may lead to in the end
     */
    public function reachable(array $from): array
    {
        $reached = array_fill_keys($from, true);
        $queue = $from;
        while ($queue !== []) {
            foreach ($this->next(array_pop($queue)) as $to) {
                if (! isset($reached[$to])) {
                    $reached[$to] = true;
                    $queue[] = $to;
                }
            }
        }

        return array_keys($reached);
    }

    /** @return list<int> the nodes that some move at this one may lead to */
    public function next(int $node): array
    {
        return array_values(array_unique(array_merge(...array_map(static fn (Edge $edge): array => $edge->to, $this->edges[$node]))));
    }
}
