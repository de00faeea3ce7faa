<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use Illuminate\Auth\Access\Response;

/** A student reaches their own rounds, as long as the task is for them; a session by name alone none that was over before it began. */
final class RoundPolicy
{
    public function walk(Student $student, Round $round): Response
    {
        if ($round->student_id !== $student->id) {
            $student = self::nowIs($student, $round->student_id);
        }
        if ($student === null) {
            return Response::denyAsNotFound();
        }
        if (! $student->isProven() && $student->isOfThePast($round)) {
            return Response::denyAsNotFound();
        }
        // The task is read and looked at in one query.
        $task = Task::query()->givenTo($student)->find($round->task_id);
        $round->setRelation('task', $task);

        return TaskPolicy::of($task);
    }

    /** Whoever asks was found to be that student just now, while what they sent was on its way. */
    private static function nowIs(Student $student, string $other): ?Student
    {
        $isSame = Student::query()->whereKey($student->id)->value('merged_into') === $other;
        $now = $isSame ? Student::query()->find($other) : null;
        if ($now !== null) {
            $now->cameInBy = $student->cameInBy;
            $now->enteredAt = $student->enteredAt;
            $now->cameInAs = $student;
        }

        return $now;
    }
}
