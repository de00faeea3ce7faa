<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Ahead\Explorer;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Terms\Terms;

/** Stops and finishes that nobody comes to, and forks that nobody takes. Nothing is said where not everything was explored. */
final readonly class UnreachedCheck
{
    public function __construct(private QuizDocument $quiz, private Terms $terms, private Explorer $explorer)
    {
    }

    /** @return list<Finding> */
    public function findings(): array
    {
        return $this->explorer->structure()->isWhole
            ? [...$this->stops(), ...$this->finishes(), ...$this->forks()]
            : [];
    }

    /** @return list<Finding> */
    private function stops(): array
    {
        $reached = [];
        foreach ($this->explorer->structure()->nodes as $node) {
            foreach ($node->path as $frame) {
                $reached[$frame->id] = true;
            }
        }
        $findings = [];
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            if (! isset($reached[$stop->id]) && ! $stop->extra) {
                $findings[] = new Finding(
                    Severity::Warns,
                    $stop->id,
                    $stop->id,
                    $this->quiz->position($stop->id) === null
                        ? new Message('inspection.ways.unreached-side-stop')
                        : new Message('inspection.ways.unreached-stop'),
                );
            }
        }

        return $findings;
    }

    /** @return list<Finding> */
    private function finishes(): array
    {
        $reached = [];
        foreach ($this->explorer->structure()->nodes as $node) {
            $reached[(string) $node->finish] = true;
        }
        $findings = [];
        foreach (array_slice($this->quiz->finishes, 1) as $finish) {
            if (! isset($reached[$finish->id])) {
                $findings[] = new Finding(
                    Severity::Warns,
                    null,
                    $finish->id,
                    new Message('inspection.ways.unreached-finish', ['title' => $finish->title]),
                );
            }
        }

        return $findings;
    }

    /** @return list<Finding> */
    private function forks(): array
    {
        $findings = [];
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            foreach ($stop->forks as $index => $fork) {
                if ($this->terms->freeOrder && $fork->when->kind->looksBack()) {
                    $findings[] = new Finding(
                        Severity::Warns,
                        $stop->id,
                        $stop->id,
                        new Message('inspection.ways.fork-off-in-free-order'),
                        [],
                        null,
                        [$fork->id],
                    );
                } elseif (
                    ! $this->explorer->assumed->hasTaken($fork)
                    && ! ($fork->when->kind === ConditionKind::TimeOut && $this->hasNoClock($stop))
                ) {
                    $findings[] = new Finding(
                        Severity::Warns, $stop->id, $stop->id,
                        new Message(
                            $index > 0 ? 'inspection.ways.fork-behind-others' : 'inspection.ways.fork-never-taken',
                            ['number' => $index + 1],
                        ), [], null, [$fork->id],
                    );
                }
            }
        }

        return $findings;
    }

    private function hasNoClock(Stop $stop): bool
    {
        return $this->terms->secondsForQuestion === null && ! $this->quiz->mayBeTimed($stop->id);
    }
}
