<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

/** When the answers of a round are marked. Being led from the front is no mode but a circumstance (Front). */
enum Mode: string
{
    case AsOneGoes = 'as-one-goes';
    case HandedIn = 'handed-in';
}
