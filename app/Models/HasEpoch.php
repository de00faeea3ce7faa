<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/** An account whose sessions end together: a session holds only as long as the account's epoch is the one it began in. */
interface HasEpoch
{
    public function epoch(): int;
}
