<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Results\DepthProfiles;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A task in a list, with how far it is. */
final class TaskLine extends JsonResource
{
    public function __construct(private readonly Task $task)
    {
        parent::__construct($task);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $students = $this->task->students();
        // Who was taken out does not count any more.
        $rounds = $this->task->rounds()->getQuery()->whereIn('student_id', $students->modelKeys());

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
            'givenAt' => $this->task->created_at->toIso8601ZuluString(),
            'students' => $students->count(),
            'started' => (clone $rounds)->distinct()->count('student_id'),
            'finished' => (clone $rounds)->whereNotNull('finished_at')->distinct()->count('student_id'),
            'depths' => app(DepthProfiles::class)->of($this->task),
        ];
    }
}
