<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Rounds\RoundBook;

/** Every round of a task, with when it began and ended and what it came to. */
final class TaskRounds
{
    public function __construct(private readonly RoundBook $book)
    {
    }

    /**
     * By last names, and in order.
     *
     * @return array{students: \stdClass, rounds: list<array<string, mixed>>}
     */
    public function of(Task $task): array
    {
        $this->book->settle($task);
        $students = Student::inLastNameOrder($task->students())->keyBy('id');
        $place = array_flip(array_values($students->modelKeys()));
        // Who was taken out is no longer of those the task is for.
        $rounds = $task->countedRounds()->whereIn('student_id', $students->modelKeys())->orderBy('number')->get([
            'student_id', 'number', 'score', 'done', 'answered', 'commented', 'unread', 'started_at', 'finished_at',
        ])->sortBy(static fn (Round $round): int => $place[$round->student_id]);

        return [
            'students' => (object) $students->map(static fn (Student $student): array => [
                'given' => $student->given_name, 'family' => $student->family_name, 'number' => $student->outside_number,
            ])->all(),
            'rounds' => array_values($rounds->map(static fn (Round $round): array => [
                'student' => $round->student_id, 'number' => $round->number, 'score' => $round->score, 'done' => $round->done,
                'answered' => $round->answered, 'commented' => $round->commented, 'unread' => $round->unread,
                'beganAt' => $round->started_at->toIso8601ZuluString(), 'endedAt' => $round->finished_at?->toIso8601ZuluString(),
            ])->all()),
        ];
    }
}
