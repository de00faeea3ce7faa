<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** Something that happened in a round. Sealed: the kinds are those of EventKind. */
abstract readonly class Event
{
    abstract public function kind(): EventKind;

    /** @return array<string, mixed> the event's own data, without kind and time */
    abstract public function data(): array;

    /**
     * @param  Fields  $data  the event's own data
     *
     * @throws MalformedInput when the kind is not known or the data do not fit it
     */
    public static function read(string $kind, Fields $data): self
    {
        return match (EventKind::tryFrom($kind)) {
            EventKind::Answered => Answered::fromData($data),
            EventKind::WentOn => WentOn::fromData($data),
            EventKind::Watched => Watched::fromData($data),
            EventKind::VideoAway => VideoAway::fromData($data),
            EventKind::Started => Started::fromData($data),
            EventKind::AskedForHelp => AskedForHelp::fromData($data),
            EventKind::AskedForAlike => AskedForAlike::fromData($data),
            EventKind::JudgedOwn => JudgedOwn::fromData($data),
            EventKind::WentTo => WentTo::fromData($data),
            EventKind::Skipped => Skipped::fromData($data),
            EventKind::SetAside => SetAside::fromData($data),
            EventKind::Called => Called::fromData($data),
            EventKind::TimedOut => TimedOut::fromData($data),
            EventKind::Paused => Paused::fromData($data),
            EventKind::Commented => Commented::fromData($data),
            EventKind::HandedIn => HandedIn::fromData($data),
            EventKind::Finished => Finished::fromData($data),
            EventKind::Closed => Closed::fromData($data),
            EventKind::Reopened => Reopened::fromData($data),
            EventKind::MovedFromFront => MovedFromFront::fromData($data),
            EventKind::Revealed => Revealed::fromData($data),
            EventKind::LetGo => LetGo::fromData($data),
            EventKind::Overruled => Overruled::fromData($data),
            EventKind::Restored => Restored::fromData($data),
            null => throw new MalformedInput('/kind', new Message('shape.unknown-event')),
        };
    }
}
