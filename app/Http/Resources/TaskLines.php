<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Results\DepthProfiles;
use HiddenLadder\App\Tasks\TaskProgress;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Terms\Gate;
use HiddenLadder\Core\Terms\Terms;
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

    /**
     * @param  Collection<int, Task>  $tasks
     * @return array<string, list<array{quiz: string, title: string, score: ?float}>> what opens each; no quizzes that are gone
     */
    private static function gates(Collection $tasks): array
    {
        $gates = [];
        foreach ($tasks as $task) {
            $gates[$task->id] = Terms::read(Fields::of($task->terms))->gates;
        }
        $quizzes = array_map(static fn (Gate $gate): string => $gate->quiz, array_merge(...array_values($gates)));
        $titles = $quizzes === [] ? collect() : Quiz::query()->whereKey(array_unique($quizzes))->pluck('title', 'id');

        return array_map(static fn (array $ofTask): array => array_values(array_map(
            static fn (Gate $gate): array => [
                'quiz' => $gate->quiz, 'title' => (string) $titles->get($gate->quiz), 'score' => $gate->score,
            ],
            array_filter($ofTask, static fn (Gate $gate): bool => $titles->has($gate->quiz)),
        )), $gates);
    }

    /** @return list<TaskLine> */
    public function toArray(Request $request): array
    {
        $this->tasks->loadMissing(['quiz:id,title', 'quiz.latestEdition', 'class', 'unit']);
        $gates = self::gates($this->tasks);
        $progress = TaskProgress::of($this->tasks);
        $depths = app(DepthProfiles::class)->of($this->tasks);

        return array_values($this->tasks->map(
            static fn (Task $task): TaskLine => new TaskLine($task, $progress[$task->id], $depths[$task->id], $gates[$task->id] ?? []),
        )->all());
    }
}
