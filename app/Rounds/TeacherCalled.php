<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Round;

/** A student called the teacher to a question. */
final readonly class TeacherCalled
{
    /** @param  string  $event  id of the student's event by which they did */
    public function __construct(public Round $round, public string $question, public string $event)
    {
    }
}
