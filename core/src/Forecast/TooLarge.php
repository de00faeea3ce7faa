<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

/** There is more to work out than there is room for. */
final class TooLarge extends \RuntimeException
{
}
