<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Ahead\Edge;
use HiddenLadder\Core\Ahead\Explorer;
use HiddenLadder\Core\Ahead\Move;
use HiddenLadder\Core\Ahead\MoveKind;
use HiddenLadder\Core\Ahead\Structure;
use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Terms;

/**
 * Whether everybody gets through: traps, marathons, and what nobody comes to. Found by exploring the engine's own
 * transitions.
 */
final readonly class Ways
{
    /** Nodes to look at where what lies behind matters, and it has to be told exactly. */
    private const EXACT_NODES = 4000;

    /** Slips in a row without a way on that are still bearable (common practice; ours). */
    private const BEARABLE_SLIPS = 10;

    private Explorer $explorer;

    private Structure $structure;

    public function __construct(private QuizDocument $quiz, private Terms $terms)
    {
        $this->explorer = Explorer::of($quiz, $terms);
        $this->structure = $this->explorer->structure();
    }

    /** @return list<Finding> */
    public function findings(): array
    {
        $traps = $this->traps();
        $loops = [];
        if (Inspection::allowsPublishing($traps)) {
            $slipping = $this->ofSlipping();
            $loops = [...$this->circles(), ...$this->marathons($slipping), ...$this->neverRight($slipping), ...$this->leadsBack()];
        }

        return [...$traps, ...$loops, ...$this->neverReached(), ...$this->neverTaken(), ...$this->shownTooEarly()];
    }

    /** @return list<Finding> */
    private function traps(): array
    {
        $open = $this->structure->open();
        $surely = array_keys(array_filter($open, fn (bool $isOpen, int $node): bool => ! $isOpen && $this->structure->sure[$node], ARRAY_FILTER_USE_BOTH));
        if ($surely !== []) {
            return $this->trapsOf($this->structure, $this->structure->reachable($surely));
        }
        if (! in_array(false, $this->structure->safe(), true)) {
            return $this->structure->isWhole ? [] : [new Finding(Severity::Advises, null, null, 'This quiz leads to more places than can be looked at. Rehearse it as somebody who always slips.')];
        }
        $exact = $this->explorer->exactly()->structure(self::EXACT_NODES);
        $trapped = array_keys(array_filter($exact->open(), static fn (bool $isOpen): bool => ! $isOpen));

        return match (true) {
            $trapped !== [] => $this->trapsOf($exact, $trapped),
            $exact->isWhole => [],
            default => [new Finding(Severity::Warns, null, null, 'Whether everybody gets through depends on more answers than can be tried here, because forks look back at them. Rehearse it as somebody who always slips.')],
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
                0 => 'No finish can be reached from here.',
                1 => "Whoever comes to {$this->name($loop[0])} can never reach a finish, whatever they answer.",
                default => 'Whoever comes to '.$this->names($loop).' can never reach a finish, whatever they answer: these stops lead back to each other.',
            });
        }, $this->loopsOf($structure, $trapped));
    }

    /** @param  list<string>  $loop  stops that lead round and round; it is told at the last */
    private function loop(Severity $severity, array $loop, string $sentence): Finding
    {
        $at = $loop[count($loop) - 1] ?? null;

        return new Finding($severity, $at, $at, $sentence, $loop, $this->mend($loop));
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
            $leaves = array_filter($component, static fn (int $node): bool => array_filter($structure->next($node), static fn (int $to): bool => ! isset($isIn[$to]) && isset($isTrapped[$to])) !== []);
            if ($leaves === []) {
                $loop = $this->stopsOf($structure, $component);
                $loops[implode(' ', $loop)] = $loop;
            }
        }

        return array_values($loops);
    }

    /** @return list<Finding> loops that are only left by a right answer: whoever never has one goes round for ever, though they take every way on that is offered */
    private function neverRight(Structure $structure): array
    {
        $held = $structure === $this->structure ? [] : array_keys(array_filter($structure->open(), static fn (bool $isOpen): bool => ! $isOpen));

        return $held === [] ? [] : array_map(function (array $loop): Finding {
            $led = count($loop) === 1 ? $this->name($loop[0]).' leads back to itself' : $this->names($loop).' lead back to each other';

            return $this->loop(Severity::Warns, $loop, "Whoever always slips never comes to a finish, even by setting everything aside: $led until something is right.");
        }, $this->loopsOf($structure, $held));
    }

    /**
     * Taking out a fork that leads back from a stop of a loop without any condition, or for a right answer.
     *
     * @param  list<string>  $loop
     */
    private function mend(array $loop): ?Mend
    {
        foreach (array_reverse($loop) as $id) {
            $stop = $this->quiz->stop($id);
            foreach ($stop?->questions() ?? [] as $question) {
                foreach ($question->allEntries() as $entry) {
                    if ($entry->fork !== null && in_array($entry->fork, $loop, true) && $entry->right) {
                        return Mend::set('Let this answer lead on', $entry->id, 'fork', null);
                    }
                }
            }
            foreach ($stop->forks ?? [] as $index => $fork) {
                if ($fork->when->kind === ConditionKind::Always && in_array($fork->to, $loop, true)) {
                    return Mend::without('Take this fork out', $id, 'forks', $index);
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

            return $offered !== [] ? $offered : array_filter($moves, static fn (Move $move): bool => $move->kind !== MoveKind::Right && $move->kind !== MoveKind::Help);
        });
    }

    /** @return list<Finding> loops that somebody who always answers right walks */
    private function circles(): array
    {
        $isRight = static fn (Move $move): bool => $move->kind === MoveKind::Right || $move->kind === MoveKind::On;
        $structure = $this->onlyBy(static fn (array $moves): array => array_filter($moves, $isRight));
        $right = array_map(static fn (array $edges): array => array_filter($edges, static fn (Edge $edge): bool => $isRight($edge->move)), $structure->edges);
        $next = static fn (int $node): array => array_values(array_unique(array_merge(...array_map(static fn (Edge $edge): array => $edge->to, array_values($right[$node])))));
        $findings = [];
        foreach (Structure::components(array_keys($right), $next) as $component) {
            $isAnswered = array_filter($component, static fn (int $node): bool => array_filter($right[$node], static fn (Edge $edge): bool => $edge->move->kind === MoveKind::Right && array_intersect($edge->to, $component) !== []) !== []);
            if (count($component) > 1 && $isAnswered !== []) {
                $loop = $this->stopsOf($structure, $component);
                $findings[implode(' ', $loop)] ??= $this->loop(Severity::Warns, $loop, 'A right answer leads back: whoever is always right goes round in a circle at '.$this->names($loop).'.');
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
            $slipping[$node] = $offers || $structure->nodes[$node]->path === [] ? [] : array_filter($edges, static fn (Edge $edge): bool => $edge->move->kind === MoveKind::Slip || $edge->move->kind === MoveKind::On);
        }
        $next = static fn (int $node): array => array_values(array_unique(array_merge(...array_map(static fn (Edge $edge): array => $edge->to, array_values($slipping[$node])))));
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
                $findings[implode(' ', $loop)] ??= $this->loop(Severity::Warns, $loop, 'Whoever always slips goes round in a circle at '.$this->names($loop)." and is never offered to set it aside: $answers ".($answers === 1 ? 'answer' : 'answers').' each time.');
            } elseif (! $isLoop && $loop !== []) {
                $deepest[$loop[0]] = max($deepest[$loop[0]] ?? 0, $longest[$component[0]]);
            }
        }
        foreach ($deepest as $stop => $slips) {
            if ($slips > self::BEARABLE_SLIPS) {
                $findings[$stop] ??= new Finding(Severity::Warns, $stop, $stop, "Whoever always slips at {$this->name($stop)} gives $slips answers before it can be set aside. A shorter ladder is kinder.");
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

    /** @return list<Finding> */
    private function neverReached(): array
    {
        if (! $this->structure->isWhole) {
            return [];
        }
        $reached = $finishes = [];
        foreach ($this->structure->nodes as $node) {
            $finishes[(string) $node->finish] = true;
            foreach ($node->path as $frame) {
                $reached[$frame->id] = true;
            }
        }
        $findings = [];
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            if (! isset($reached[$stop->id]) && ! $stop->extra) {
                $findings[] = new Finding(Severity::Warns, $stop->id, $stop->id, $this->quiz->position($stop->id) === null ? 'Nothing leads to this side stop.' : 'Nobody reaches this stop: every way goes past it.');
            }
        }
        foreach (array_slice($this->quiz->finishes, 1) as $finish) {
            if (! isset($finishes[$finish->id])) {
                $findings[] = new Finding(Severity::Warns, null, $finish->id, "Nothing leads to the finish “{$finish->title}”.");
            }
        }

        return $findings;
    }

    /** @return list<Finding> */
    private function neverTaken(): array
    {
        $findings = [];
        foreach ($this->structure->isWhole ? [...$this->quiz->stops, ...$this->quiz->sideStops] : [] as $stop) {
            foreach ($stop->forks as $index => $fork) {
                if ($this->terms->freeOrder && $fork->when->kind->looksBack()) {
                    $findings[] = new Finding(Severity::Warns, $stop->id, $stop->id, 'In free order, a fork that looks back at earlier stops is never taken.');
                } elseif (! $this->explorer->guesses->hasTaken($fork) && ! ($fork->when->kind === ConditionKind::TimeOut && $this->hasNoClock($stop))) {
                    $findings[] = new Finding(Severity::Warns, $stop->id, $stop->id, 'Fork '.($index + 1).' of this stop is never taken: '.($index > 0 ? 'an earlier one always fits first, or nothing here meets its condition.' : 'nothing here meets its condition.'));
                }
            }
        }

        return $findings;
    }

    private function hasNoClock(Stop $stop): bool
    {
        return $this->terms->secondsForQuestion === null && ! $this->quiz->mayBeTimed($stop->id);
    }

    /** @return list<Finding> right answers that lead to an earlier stop: no circle, for what is right is not asked again */
    private function leadsBack(): array
    {
        $findings = [];
        foreach ($this->quiz->stops as $position => $stop) {
            foreach ($stop->questions() as $question) {
                foreach ($question->allEntries() as $entry) {
                    $to = $entry->right && $entry->fork !== null ? $this->quiz->position($entry->fork) : null;
                    if ($to !== null && $to <= $position && ! $stop instanceof DrillStop && ! $stop instanceof StaircaseStop) {
                        $findings[] = new Finding(
                            Severity::Advises, $stop->id, $entry->id,
                            "The right answer “{$entry->name()}” leads back to {$this->name($this->quiz->stops[$to]->id)}: whoever knows it walks that way twice.",
                            [], Mend::set('Let this answer lead on', $entry->id, 'fork', null),
                        );
                    }
                }
            }
        }

        return $findings;
    }

    /** @return list<Finding> conditions on what comes later, or on themselves */
    private function shownTooEarly(): array
    {
        $findings = [];
        foreach ($this->quiz->stops as $stop) {
            $asked = $stop->shownIf === null || $stop->shownIf->question === null ? null : $this->quiz->stopOf($stop->shownIf->question);
            $there = $asked === null ? null : $this->quiz->position($asked->id);
            if ($stop->shownIf instanceof Condition && $there !== null && $there >= (int) $this->quiz->position($stop->id)) {
                $findings[] = new Finding(Severity::Warns, $stop->id, $stop->id, 'This stop asks for an answer that is only given later: in set order it is decided before.', [], Mend::set('Show it always', $stop->id, 'shownIf', null));
            }
        }

        return $findings;
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

    /** @param  list<string>  $stops */
    private function names(array $stops): string
    {
        $names = array_map($this->name(...), array_slice($stops, 0, 4));
        $last = array_pop($names);

        return ($names === [] ? '' : implode(', ', $names).' and ').$last.(count($stops) > 4 ? ' (and '.(count($stops) - 4).' more)' : '');
    }

    private function name(string $stop): string
    {
        $position = $this->quiz->position($stop);
        $name = $this->quiz->stop($stop)?->name() ?? '';

        return $position === null ? 'the side stop “'.mb_strimwidth($name, 0, 40, '…').'”' : 'stop '.($position + 1);
    }
}
