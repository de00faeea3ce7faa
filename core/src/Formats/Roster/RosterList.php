<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Roster;

/** The students of one class, as a file has them. */
final readonly class RosterList
{
    /**
     * @param  string  $name  of the class; empty where the file names none
     * @param  list<ListedPerson>  $people
     */
    public function __construct(public string $name, public array $people)
    {
    }
}
