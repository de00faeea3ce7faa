<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\SittingStudent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Policies\TaskPolicy;
use HiddenLadder\App\Rounds\Beginning;
use Illuminate\Database\Eloquent\Collection;

/** A student in a sitting: which one they are in, and the round in which they walk along. */
final class Attendance
{
    public function __construct(private readonly Beginning $beginning)
    {
    }

    /** The sitting a student is in: of several the one entered last. */
    public static function of(Student $student): ?SittingStudent
    {
        return SittingStudent::query()->where('student_id', $student->id)->now()->with('sitting.class:id,name')->first();
    }

    /** @return Collection<int, Sitting> the open sittings of the student's classes */
    public static function open(Student $student): Collection
    {
        $open = Sitting::query()->whereIn('open_for', $student->classes()->whereNull('archived_at')->pluck('classes.id'))
            ->with('class:id,name')->orderByDesc('opened_at')->get();

        return $open->filter(static fn (Sitting $one): bool => $one->stands()->devices)->values();
    }

    /** The round in which a student walks along where the class stands; null where it stands nowhere, or at what is not for them. */
    public function round(SittingStudent $in, Student $student): ?Round
    {
        $place = $in->sitting->stands()->place;
        if ($place === null) {
            return null;
        }
        $task = Task::query()->givenTo($student)->find($place->task);
        if ($task === null || TaskPolicy::of($task)->denied()) {
            return null;
        }
        $known = $in->task_id === $place->task ? Round::query()->withLead()->find($in->round_id) : null;
        if ($known !== null && ($known->finished_at === null || ! $in->sitting->stands()->phase->leads())) {
            return $known;
        }
        $round = $this->beginning->inClass($student, $task, $place);
        SittingStudent::query()->where('sitting_id', $in->sitting_id)->where('student_id', $student->id)
            ->update(['round_id' => $round->id, 'task_id' => $place->task]);

        return $round;
    }
}
