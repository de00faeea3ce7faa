<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

/** A response that does not fit the kind of question. It costs nothing; the message may be shown to the student. */
final class UnfitResponse extends \InvalidArgumentException
{
}
