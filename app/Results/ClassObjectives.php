<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Tasks\TaskProgress;
use HiddenLadder\Core\Evidence\ObjectivesOverTime;
use HiddenLadder\Core\Evidence\RoundEvidence;

/** How a class stands with its objectives, over all its tasks. */
final class ClassObjectives
{
    public function __construct(private readonly Editions $editions)
    {
    }

    /** @return array<string, mixed> */
    public function of(SchoolClass $class): array
    {
        $tasks = $class->tasks()->notAtOnce()->whereNull('taken_back_at')->with(['quiz.latestEdition'])
            ->reorder()->orderBy('created_at')->orderBy('id')->get();
        $quizzes = [];
        foreach ($tasks as $task) {
            $edition = $task->quiz->latestEdition;
            if ($edition !== null) {
                $quizzes[$task->id] = $this->editions->read($edition);
            }
        }
        $students = $class->students()->get()->keyBy('id');
        $objectives = new ObjectivesOverTime;
        $rounds = TaskProgress::rounds($tasks->modelKeys())->orderBy('rounds.started_at')->orderBy('rounds.id')
            ->select(['rounds.student_id', 'rounds.evidence', 'counting.for_task']);
        foreach ($rounds->cursor() as $round) {
            $quiz = $quizzes[$round->for_task] ?? null;
            if ($quiz !== null && $quiz->objectives !== [] && $students->has($round->student_id)) {
                $evidence = json_decode($round->evidence, true);
                $read = RoundEvidence::fromArray(is_array($evidence) ? $evidence : []);
                $objectives->add($quiz, $round->for_task, $round->student_id, $read);
            }
        }

        return [
            'tasks' => array_values($tasks->map(static fn (Task $task): array => [
                'id' => $task->id, 'title' => $task->quiz->title, 'givenAt' => $task->created_at->toIso8601ZuluString(),
            ])->all()),
            'names' => (object) $students->map(static fn (Student $one): string => $one->name)->all(),
            'objectives' => $objectives->toArray(),
        ];
    }
}
