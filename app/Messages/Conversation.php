<?php

declare(strict_types=1);

namespace HiddenLadder\App\Messages;

use HiddenLadder\App\Models\PersonalMessage;

/** What two people said to each other about one thing, in the order in which it was said. */
final readonly class Conversation
{
    /** @param  non-empty-list<PersonalMessage>  $messages */
    private function __construct(public array $messages)
    {
    }

    /**
     * @param  iterable<PersonalMessage>  $messages  in order
     * @return list<self> by what was said first
     */
    public static function all(iterable $messages): array
    {
        $gathered = [];
        foreach ($messages as $message) {
            $gathered[$message->conversation][] = $message;
        }

        return array_values(array_map(static fn (array $some): self => new self($some), $gathered));
    }

    public function first(): PersonalMessage
    {
        return $this->messages[0];
    }

    /** Nothing in it waits for a word of the teacher. */
    public function isSettled(): bool
    {
        foreach ($this->messages as $message) {
            if (! $message->from_teacher && $message->settled_at === null) {
                return false;
            }
        }

        return true;
    }

    /** Whoever asked has seen all that was answered. */
    public function isSeen(): bool
    {
        foreach ($this->messages as $message) {
            if ($message->from_teacher && $message->seen_at === null) {
                return false;
            }
        }

        return true;
    }
}
