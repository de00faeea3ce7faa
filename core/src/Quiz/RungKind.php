<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum RungKind: string
{
    case Hint = 'hint';
    case Video = 'video';
    case Reading = 'reading';
}
