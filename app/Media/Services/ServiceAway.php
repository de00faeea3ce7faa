<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media\Services;

use RuntimeException;

/** A service does not answer, or answers what cannot be read. */
final class ServiceAway extends RuntimeException
{
}
