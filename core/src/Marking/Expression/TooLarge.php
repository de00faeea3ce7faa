<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use HiddenLadder\Core\Marking\UnfitResponse;

/** An expression that would take too much to work out; the message may be shown to the student. */
final class TooLarge
{
    public static function now(string $what = 'This'): UnfitResponse
    {
        return new UnfitResponse("$what is too large to be worked out.");
    }
}
