<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Message;

/** One step of a working: what is done, and the line that it gives. */
final readonly class Step
{
    public function __construct(public string $code, public Node $line)
    {
    }

    /** What is done, as a student is told. */
    public function words(): Message
    {
        return new Message($this->code);
    }
}
