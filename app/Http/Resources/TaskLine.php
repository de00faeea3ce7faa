<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Tasks\TaskProgress;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A task in a list, with how far it is. */
final class TaskLine extends JsonResource
{
    /**
     * @param  list<array{came: int, depth: float, rungs: int}>  $depths
     * @param  list<array{quiz: string, title: string, score: ?float}>  $gates  what opens it
     */
    public function __construct(
        private readonly Task $task,
        private readonly TaskProgress $progress,
        private readonly array $depths,
        private readonly array $gates,
    ) {
        parent::__construct($task);
    }

    /** One task by itself. */
    public static function of(Task $task): self
    {
        return (new TaskLines(new Collection([$task])))->toArray(request())[0];
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->task->id,
            'quiz' => $this->task->quiz_id,
            'title' => $this->task->quiz->title,
            'class' => $this->task->class === null ? null : ['id' => $this->task->class->id, 'name' => $this->task->class->name],
            'audience' => $this->task->audience->value,
            'state' => $this->task->state()->value,
            'opensAt' => $this->task->opens_at?->toIso8601ZuluString(),
            'dueAt' => $this->task->due_at?->toIso8601ZuluString(),
            'closesAt' => $this->task->closes_at?->toIso8601ZuluString(),
            'releasedAt' => $this->task->released_at?->toIso8601ZuluString(),
            'optional' => $this->task->optional,
            'weight' => $this->task->weight,
            'unit' => $this->task->unit?->name,
            'note' => $this->task->note,
            'givenAt' => $this->task->created_at->toIso8601ZuluString(),
            'students' => $this->progress->students,
            'started' => $this->progress->started,
            'finished' => $this->progress->finished,
            'depths' => $this->depths,
            'gates' => $this->gates,
        ];
    }
}
