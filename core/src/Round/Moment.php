<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** When something may be seen. */
enum Moment: string
{
    case AtOnce = 'at-once';
    case Never = 'never';
}
