<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Symfony\Component\Uid\Ulid;

/** Ids as the quiz document has them: ULIDs in capitals, in the order they were made. */
final class Ulids
{
    public static function make(): string
    {
        return (new Ulid)->toBase32();
    }
}
