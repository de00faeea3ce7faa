<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\DerivedCache;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\Core\Evidence\DepthProfile;
use HiddenLadder\Core\Evidence\RoundEvidence;

/** How deep classes went, small, wherever a task is named. */
final class DepthProfiles
{
    public function __construct(private readonly Editions $editions)
    {
    }

    /**
     * @return list<array{came: int, depth: float, rungs: int}> by main stop of the latest edition, from first rounds, as most figures of
     * the evidence
     */
    public function of(Task $task): array
    {
        $edition = $task->quiz->latestEdition;
        if ($edition === null) {
            return [];
        }

        $from = [$edition->id, $edition->revision, Round::stamp($task->rounds()->getQuery())];

        return DerivedCache::once("depths $task->id", $from, function () use ($task, $edition): array {
            $allEvidence = $task->rounds()->where('number', 1)->get(['id', 'student_id', 'number', 'evidence'])->map(
                static fn (Round $round): RoundEvidence => RoundEvidence::fromArray($round->evidence),
            );
            $profile = DepthProfile::of($this->editions->read($edition), array_values($allEvidence->all()));

            return array_map(static fn (array $stop): array => ['depth' => round($stop['depth'], 2)] + $stop, $profile);
        });
    }
}
