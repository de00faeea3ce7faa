<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Results\DepthProfiles;
use HiddenLadder\App\Tasks\TaskProgress;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** Tasks in a list. What is counted of them is counted together. */
final class TaskLines extends JsonResource
{
    /** @param  Collection<int, Task>  $tasks */
    public function __construct(private readonly Collection $tasks)
    {
        parent::__construct($tasks);
    }

    /** @return list<TaskLine> */
    public function toArray(Request $request): array
    {
        $this->tasks->loadMissing(['quiz:id,title', 'quiz.latestEdition', 'class', 'unit']);
        $progress = TaskProgress::of($this->tasks);
        $depths = app(DepthProfiles::class)->of($this->tasks);

        return array_values($this->tasks->map(
            static fn (Task $task): TaskLine => new TaskLine($task, $progress[$task->id], $depths[$task->id]),
        )->all());
    }
}
