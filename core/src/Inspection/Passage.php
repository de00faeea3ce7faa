<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/** What people read in one member of a quiz document, and where it stands. */
final readonly class Passage
{
    /**
     * @param  ?string  $stop  where it is read
     * @param  ?string  $at  the id of that of which it is a member; null for the quiz's own
     * @param  string  $member  with dots where it stands deeper
     * @param  string  $text  its words, those that stand for pictures too
     */
    public function __construct(public ?string $stop, public ?string $at, public string $member, public string $text)
    {
    }
}
