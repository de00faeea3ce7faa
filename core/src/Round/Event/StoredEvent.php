<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

/** An event as it was taken into a round. */
final readonly class StoredEvent
{
    /**
     * @param  int  $at  milliseconds since 1970
     * @param  ?list<array<array-key, mixed>>  $facts  what it came to then: its decisions hold whatever the key says now; null decides anew
     * @param  bool  $late  it was made before the round's task closed, and arrived after it
     */
    public function __construct(public Event $event, public int $at, public ?array $facts, public bool $late = false)
    {
    }
}
