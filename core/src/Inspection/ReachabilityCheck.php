<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Ahead\Edge;
use HiddenLadder\Core\Ahead\Explorer;
use HiddenLadder\Core\Ahead\Move;
use HiddenLadder\Core\Ahead\MoveKind;
use HiddenLadder\Core\Ahead\Structure;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;

/**
 * Whether everybody gets through: traps, circles and marathons, with what nobody comes to. Found by exploring the engine's own
 * transitions.
 */
final readonly class ReachabilityCheck
{
    /** Nodes to look at where what lies behind matters, and it has to be told exactly. */
    private const EXACT_NODES = 4000;

    /** Slips in a row without a way on that are still bearable (common practice; ours). */
    private const BEARABLE_SLIPS = 10;

    /** Of a loop with more stops only so many are named. */
    private const NAMED = 4;

    private Explorer $explorer;

    private Structure $structure;

    public function __construct(private QuizDocument $quiz, private Terms $terms)
    {
        $this->explorer = Explorer::of($quiz, $terms);
        $this->structure = $this->explorer->structure();
    }

    /** @return list<Finding> without any word of the document: they hold as long as it leads where it leads */
    public function findings(): array
    {
        $traps = $this->traps();
        $loops = [];
        if (Inspection::allowsPublishing($traps)) {
            $slipping = $this->ofSlipping();
            $loops = [...$this->circles(), ...$this->marathons($slipping), ...$this->neverRight($slipping)];
        }

        return [...$traps, ...$loops, ...(new UnreachedCheck($this->quiz, $this->terms, $this->explorer))->findings()];
    }

    /** @return list<Finding> */
    private function traps(): array
    {
        $open = $this->structure->open();
        $surely = array_keys(
            array_filter($open, fn (bool $isOpen, int $node): bool => ! $isOpen && $this->structure->sure[$node], ARRAY_FILTER_USE_BOTH),
        );
        if ($surely !== []) {
            return $this->trapsOf($this->structure, $this->structure->reachable($surely));
        }
        if (! in_array(false, $this->structure->safe(), true)) {
            return $this->structure->isWhole ? [] : [new Finding(Severity::Advises, null, null, new Message('inspection.ways.too-many'))];
        }
        $exact = $this->explorer->exactly()->structure(self::EXACT_NODES);
        $trapped = array_keys(array_filter($exact->open(), static fn (bool $isOpen): bool => ! $isOpen));

        return match (true) {
            $trapped !== [] => $this->trapsOf($exact, $trapped),
            $exact->isWhole => [],
            default => [new Finding(Severity::Warns, null, null, new Message('inspection.ways.undecided'))],
        };
    }

    /**
     * @param  non-empty-list<int>  $trapped
     * @return list<Finding>
     */
    private function trapsOf(Structure $structure, array $trapped): array
    {
        return array_map(function (array $loop): Finding {
            return $this->loop(Severity::Stops, $loop, match (count($loop)) {
                0 => new Message('inspection.ways.no-finish'),
                1 => new Message('inspection.ways.trap', ['stop' => $this->quiz->placeOf($loop[0])]),
                default => new Message('inspection.ways.trap-of-several', ['stops' => $this->names($loop)]),
            });
        }, $this->loopsOf($structure, $trapped));
    }

    /** @param  list<string>  $loop  stops that lead round and round; it is told at the last */
    private function loop(Severity $severity, array $loop, Message $message): Finding
    {
        $at = $loop[count($loop) - 1] ?? null;

        return new Finding($severity, $at, $at, $message, $loop, $this->fix($loop));
    }

    /**
     * The stops of each set of nodes that is never left again.
     *
     * @param  non-empty-list<int>  $trapped
     * @return list<list<string>>
     */
    private function loopsOf(Structure $structure, array $trapped): array
    {
        $isTrapped = array_fill_keys($trapped, true);
        $loops = [];
        foreach (Structure::components($trapped, $structure->next(...)) as $component) {
            $isIn = array_fill_keys($component, true);
            $leaves = array_filter(
                $component,
                static fn (int $node): bool => array_filter(
                    $structure->next($node),
                    static fn (int $to): bool => ! isset($isIn[$to]) && isset($isTrapped[$to]),
                ) !== [],
            );
            if ($leaves === []) {
                $loop = $this->stopsOf($structure, $component);
                $loops[implode(' ', $loop)] = $loop;
            }
        }

        return array_values($loops);
    }

    /**
     * @return list<Finding> loops that are only left by a right answer: whoever never has one goes round for ever, though they take every
     * way on that is offered
     */
    private function neverRight(Structure $structure): array
    {
        $held = $structure === $this->structure
            ? []
            : array_keys(array_filter($structure->open(), static fn (bool $isOpen): bool => ! $isOpen));

        return $held === [] ? [] : array_map(function (array $loop): Finding {
            return $this->loop(Severity::Warns, $loop, count($loop) === 1
                ? new Message('inspection.ways.slipping-for-ever', ['stop' => $this->quiz->placeOf($loop[0])])
                : new Message('inspection.ways.slipping-for-ever-of-several', ['stops' => $this->names($loop)]));
        }, $this->loopsOf($structure, $held));
    }

    /**
     * Taking out a fork that leads back from a stop of a loop without any condition, or for a right answer.
     *
     * @param  list<string>  $loop
     */
    private function fix(array $loop): ?QuickFix
    {
        foreach (array_reverse($loop) as $id) {
            $stop = $this->quiz->stop($id);
            foreach ($stop?->questions() ?? [] as $question) {
                foreach ($question->allEntries() as $entry) {
                    if ($entry->fork !== null && in_array($entry->fork, $loop, true) && $entry->right) {
                        return QuickFix::set(new Message('inspection.fix.lead-on'), $entry->id, 'fork', null);
                    }
                }
            }
            foreach ($stop->forks ?? [] as $index => $fork) {
                if ($fork->when->kind === ConditionKind::Always && in_array($fork->to, $loop, true)) {
                    return QuickFix::without(new Message('inspection.fix.take-fork-out'), $id, 'forks', $index);
                }
            }
        }

        return null;
    }

    /**
     * Everywhere somebody comes to who only moves so, told exactly: they have but one past at each place, so that conditions
     * that look back turn out as they do for them. Where even that is too much to look at, everywhere that anybody comes to.
     *
     * @param  callable(list<Move>): array<int, Move>  $choose
     */
    private function onlyBy(callable $choose): Structure
    {
        $exact = $this->explorer->exactly()->structure(self::EXACT_NODES, $choose);

        return $exact->isWhole ? $exact : $this->structure;
    }

    /** Of somebody who always slips, and takes a way on where one is offered. */
    private function ofSlipping(): Structure
    {
        return $this->onlyBy(static function (array $moves): array {
            $offered = array_filter($moves, static fn (Move $move): bool => $move->kind === MoveKind::Leave);

            return $offered !== []
                ? $offered
                : array_filter($moves, static fn (Move $move): bool => $move->kind !== MoveKind::Right && $move->kind !== MoveKind::Help);
        });
    }

    /** @return list<Finding> loops that somebody who always answers right walks */
    private function circles(): array
    {
        $isRight = static fn (Move $move): bool => $move->kind === MoveKind::Right || $move->kind === MoveKind::On;
        $structure = $this->onlyBy(static fn (array $moves): array => array_filter($moves, $isRight));
        $right = array_map(
            static fn (array $edges): array => array_filter($edges, static fn (Edge $edge): bool => $isRight($edge->move)),
            $structure->edges,
        );
        $next = static fn (int $node): array => array_values(
            array_unique(array_merge(...array_map(static fn (Edge $edge): array => $edge->to, array_values($right[$node])))),
        );
        $findings = [];
        foreach (Structure::components(array_keys($right), $next) as $component) {
            $isAnswered = array_filter(
                $component,
                static fn (int $node): bool => array_filter(
                    $right[$node],
                    static fn (Edge $edge): bool => $edge->move->kind === MoveKind::Right && array_intersect($edge->to, $component) !== [],
                ) !== [],
            );
            if (count($component) > 1 && $isAnswered !== []) {
                $loop = $this->stopsOf($structure, $component);
                $findings[implode(' ', $loop)] ??= $this->loop(
                    Severity::Warns,
                    $loop,
                    new Message('inspection.ways.right-goes-round', ['stops' => $this->names($loop)]),
                );
            }
        }

        return array_values($findings);
    }

    /** @return list<Finding> loops that somebody who always slips can walk, or ladders so long, that no way on is offered for long */
    private function marathons(Structure $structure): array
    {
        $slipping = [];
        foreach ($structure->edges as $node => $edges) {
            $offers = array_filter($edges, static fn (Edge $edge): bool => $edge->move->kind === MoveKind::Leave) !== [];
            $slipping[$node] = $offers || $structure->nodes[$node]->path === []
                ? []
                : array_filter(
                    $edges,
                    static fn (Edge $edge): bool => $edge->move->kind === MoveKind::Slip || $edge->move->kind === MoveKind::On,
                );
        }
        $next = static fn (int $node): array => array_values(
            array_unique(array_merge(...array_map(static fn (Edge $edge): array => $edge->to, array_values($slipping[$node])))),
        );
        $findings = [];
        $longest = $deepest = [];
        foreach (Structure::components(array_keys($slipping), $next) as $component) {
            $isIn = array_fill_keys($component, true);
            $slips = 0;
            foreach ($component as $node) {
                $longest[$node] = 0;
                foreach ($slipping[$node] as $edge) {
                    $isSlip = $edge->move->kind === MoveKind::Slip ? 1 : 0;
                    foreach ($edge->to as $to) {
                        isset($isIn[$to]) ? $slips += $isSlip : $longest[$node] = max($longest[$node], $isSlip + ($longest[$to] ?? 0));
                    }
                }
            }
            $loop = $this->stopsOf($structure, $component);
            $isLoop = count($component) > 1 || in_array($component[0], $next($component[0]), true);
            if ($isLoop && $slips > 0) {
                $answers = $this->answersInTurn($component, $slipping);
                $findings[implode(' ', $loop)] ??= $this->loop(
                    Severity::Warns,
                    $loop,
                    new Message('inspection.ways.slipping-goes-round', ['stops' => $this->names($loop), 'answers' => $answers]),
                );
            } elseif (! $isLoop && $loop !== []) {
                $deepest[$loop[0]] = max($deepest[$loop[0]] ?? 0, $longest[$component[0]]);
            }
        }
        foreach ($deepest as $stop => $slips) {
            if ($slips > self::BEARABLE_SLIPS) {
                $findings[$stop] ??= new Finding(
                    Severity::Warns,
                    $stop,
                    $stop,
                    new Message('inspection.ways.long-ladder', ['stop' => $this->quiz->placeOf($stop), 'answers' => $slips]),
                );
            }
        }

        return array_values($findings);
    }

    /**
     * The fewest slips in a turn of a loop.
     *
     * @param  non-empty-list<int>  $component
     * @param  array<int, array<int, Edge>>  $slipping
     */
    private function answersInTurn(array $component, array $slipping): int
    {
        $isIn = array_fill_keys($component, true);
        $best = PHP_INT_MAX;
        foreach ($component as $start) {
            $cost = [];
            $queue = new \SplPriorityQueue;
            $queue->insert([$start, 0], 0);
            while (! $queue->isEmpty()) {
                /** @var array{int, int} $first */
                $first = $queue->extract();
                [$node, $so] = $first;
                foreach ($slipping[$node] as $edge) {
                    $sum = $so + ($edge->move->kind === MoveKind::Slip ? 1 : 0);
                    foreach ($edge->to as $to) {
                        if (isset($isIn[$to]) && $sum < min($best, $cost[$to] ?? PHP_INT_MAX)) {
                            $cost[$to] = $sum;
                            $queue->insert([$to, $sum], -$sum);
                        }
                    }
                }
            }
            if (($cost[$start] ?? 0) > 0) {
                $best = min($best, $cost[$start]);
            }
        }

        return $best === PHP_INT_MAX ? 1 : $best;
    }

    /**
     * @param  list<int>  $component
     * @return list<string> their stops, in the order of the quiz
     */
    private function stopsOf(Structure $structure, array $component): array
    {
        $stops = [];
        foreach ($component as $node) {
            $stop = $structure->nodes[$node]->stop();
            if ($stop !== null) {
                $stops[$stop] = $this->quiz->position($stop) ?? count($this->quiz->stops);
            }
        }
        asort($stops);

        return array_map(strval(...), array_keys($stops));
    }

    /**
     * @param  list<string>  $stops
     * @return Message|list<Message>
     */
    private function names(array $stops): Message|array
    {
        $names = array_map($this->quiz->placeOf(...), array_slice($stops, 0, self::NAMED));
        $left = count($stops) - count($names);

        return $left === 0 ? $names : new Message('place.and-more', ['places' => $names, 'count' => $left]);
    }
}
