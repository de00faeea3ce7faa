<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

/** Which score of several rounds counts. */
enum Counts: string
{
    case Best = 'best';
    case Last = 'last';
    case First = 'first';
    case Mean = 'mean';
}
