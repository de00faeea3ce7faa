<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/** Something a student did. Sealed: the kinds are those of EventKind. */
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
            EventKind::Started => new Started($data->only(['from'])->stringOrNull('from')),
            EventKind::Answered => Answered::fromData($data),
            EventKind::AskedForHelp => AskedForHelp::fromData($data),
            EventKind::WentOn => WentOn::fromData($data),
            EventKind::Watched => Watched::fromData($data),
            EventKind::SetAside => SetAside::fromData($data),
            null => throw new MalformedInput('/kind', 'this kind of event is not known'),
        };
    }
}
