<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

/** The one sensible thing to do next at the front: what the one large key does, and says. */
final readonly class NextStep
{
    private function __construct(public ActKind $act, public ?Place $place = null)
    {
    }

    /**
     * @param  ?Course  $course  of the task with which the sitting was opened
     * @param  int  $here  students that have come in
     * @param  int  $answered  of those, that have answered where the class stands
     */
    public static function of(SittingState $sitting, ?Course $course, int $here, int $answered): ?self
    {
        $next = $course?->onward($sitting);
        // From nothing, what comes next is for the teacher to ask.
        $end = $course === null ? null : new self(ActKind::Ended);
        $onward = $next === null ? $end : new self(ActKind::Stands, $next);

        return match ($sitting->phase) {
            Phase::Ended => null,
            Phase::Gathering => $next === null ? null : $onward,
            Phase::Looking => $sitting->worksAlone($course) ? new self(ActKind::LetGo) : $onward,
            // Everybody has answered, or answers by hand: there is nothing to close.
            Phase::Answering => new self(! $sitting->devices || ($here > 0 && $answered >= $here) ? ActKind::Revealed : ActKind::Closed),
            Phase::Closed => new self(ActKind::Revealed),
            Phase::Revealed => $onward,
            Phase::Alone => new self(ActKind::Gathered),
        };
    }
}
