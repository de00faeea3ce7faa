<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Round\Event\EventKind;

/** Something a student may do now: a kind of event, and what it is about. */
final readonly class Action
{
    /** @param  ?string  $about  id of the question, frame, video, cue or stop; null where it is about none */
    public function __construct(public EventKind $kind, public ?string $about)
    {
    }
}
