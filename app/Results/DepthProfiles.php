<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\DerivedCache;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\Core\Evidence\DepthProfile;
use HiddenLadder\Core\Evidence\RoundEvidence;
use Illuminate\Support\Collection;

/** How deep classes went, small, wherever a task is named. */
final class DepthProfiles
{
    public function __construct(private readonly Editions $editions)
    {
    }

    /**
     * By main stop of the latest edition, from first rounds, as most figures of the evidence.
     *
     * @param  Collection<int, Task>  $tasks  with their quizzes' latest editions
     * @return array<string, list<array{came: int, depth: float, rungs: int}>> by the task's id
     */
    public function of(Collection $tasks): array
    {
        $tasks = $tasks->keyBy(static fn (Task $task): string => $task->id);
        $stamps = Round::stamps(array_keys($tasks->all()));
        $from = [];
        foreach ($tasks as $id => $task) {
            $edition = $task->quiz->latestEdition;
            $from["depths $id"] = [$edition?->id, $edition?->revision, $stamps[$id] ?? null];
        }
        $profiles = DerivedCache::each($from, function (array $missing) use ($tasks): array {
            $ids = array_map(static fn (string $about): string => substr($about, strlen('depths ')), $missing);
            $rounds = Round::query()->whereIn('task_id', $ids)->ofKind(RoundKind::Task)->where('number', 1)
                ->get(['id', 'task_id', 'student_id', 'number', 'evidence'])->groupBy('task_id');
            $worked = [];
            foreach ($ids as $id) {
                $worked["depths $id"] = $this->profile($tasks->get($id), $rounds->get($id, new Collection));
            }

            return $worked;
        });

        return array_combine(array_keys($tasks->all()), array_values($profiles));
    }

    /**
     * @param  Collection<int, Round>  $rounds
     * @return list<array{came: int, depth: float, rungs: int}>
     */
    private function profile(?Task $task, Collection $rounds): array
    {
        $edition = $task?->quiz->latestEdition;
        if ($edition === null) {
            return [];
        }
        $evidence = $rounds->map(static fn (Round $round): RoundEvidence => RoundEvidence::fromArray($round->evidence));

        return array_map(
            static fn (array $stop): array => ['depth' => round($stop['depth'], 2)] + $stop,
            DepthProfile::of($this->editions->read($edition), array_values($evidence->all())),
        );
    }
}
