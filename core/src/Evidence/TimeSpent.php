<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Round\Event\EventKind;

/**
 * Seconds that a student spent at each question of a round, its rungs among them: what passed before each event goes to the question
 * that the event is about. Where nothing was done for longer than ten minutes, somebody was away, and it goes nowhere.
 */
final class TimeSpent
{
    /** @var array<string, float> */
    private array $seconds = [];

    private ?int $at = null;

    /**
     * @param  string|null  $about  the question
     * @param  int  $at  in milliseconds since 1970
     */
    public function add(EventKind $kind, ?string $about, int $at): void
    {
        if (! $kind->isStudents() && $kind !== EventKind::Started) {
            return;
        }
        $passed = RoundEvidence::passed($this->at, $at);
        $this->at = $at;
        if ($passed !== null && $about !== null) {
            $this->seconds[$about] = ($this->seconds[$about] ?? 0.0) + $passed;
        }
    }

    /** @return array<string, float> by question */
    public function seconds(): array
    {
        return $this->seconds;
    }
}
