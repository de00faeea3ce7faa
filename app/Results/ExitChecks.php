<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Evidence\ExitCheck;
use HiddenLadder\Core\Round\State;

/** What a class said of its lessons, the latest first, and over the weeks. */
final class ExitChecks
{
    /** Tasks that are looked through for one. */
    private const MOST = 60;

    public function __construct(private readonly Editions $editions, private readonly RoundBook $book)
    {
    }

    /** @return array<string, mixed> */
    public function of(SchoolClass $class): array
    {
        $tasks = $class->tasks()->notAtOnce()->whereNull('taken_back_at')->with('quiz.latestEdition')
            ->orderByDesc('id')->limit(self::MOST)->get();
        $students = $class->students()->get();
        $checks = $told = [];
        foreach ($tasks as $task) {
            $check = $this->check($task);
            if ($check !== null) {
                $checks[] = ['task' => $task->id, 'check' => $check];
                $told[] = ['task' => $task->id, 'title' => $task->quiz->title, 'givenAt' => $task->created_at->toIso8601ZuluString()]
                    + $check->toArray();
            }
        }

        return [
            'names' => (object) $students->mapWithKeys(static fn (Student $one): array => [$one->id => $one->name])->all(),
            'checks' => $told,
            'over' => ExitCheck::over(array_reverse($checks)),
        ];
    }

    private function check(Task $task): ?ExitCheck
    {
        $edition = $task->quiz->latestEdition;
        $check = $edition === null ? null : new ExitCheck($this->editions->read($edition));
        if ($check === null || ! $check->isOne()) {
            return null;
        }
        $this->book->settle($task);
        $reached = $task->students()->keyBy('id');
        foreach ($task->countedRounds()->orderBy('rounds.number')->get(['rounds.id', 'rounds.student_id', 'rounds.state'])
            ->keyBy('student_id') as $student => $round) {
            if ($reached->has($student)) {
                $check->add((string) $student, State::fromArray($round->state));
            }
        }

        return $check;
    }
}
