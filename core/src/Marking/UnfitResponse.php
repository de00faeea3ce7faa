<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Message;

/** A response that does not fit the kind of question. It costs nothing; the message may be shown to the student. */
final class UnfitResponse extends \InvalidArgumentException
{
    public function __construct(public readonly Message $why)
    {
        parent::__construct($why->code);
    }
}
