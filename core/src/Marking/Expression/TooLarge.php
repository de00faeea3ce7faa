<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;

/** An expression that would take too much to work out; the message may be shown to the student. */
final class TooLarge
{
    public static function now(string $code = 'marking.too-large'): UnfitResponse
    {
        return new UnfitResponse(new Message($code));
    }
}
