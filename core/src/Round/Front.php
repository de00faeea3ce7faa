<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/**
 * The class is led from the front: where it stands. A circumstance under which a student's event is taken, and no term of
 * the round, since it can begin and end in the middle of one.
 */
final readonly class Front
{
    /**
     * @param  string  $stop  where the class stands
     * @param  bool  $closed  answers are closed, and not revealed yet
     */
    public function __construct(public string $stop, public bool $closed = false)
    {
    }
}
