<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum BlockKind: string
{
    case Text = 'text';
    case Picture = 'picture';
    case Sound = 'sound';
    case Formula = 'formula';
    case Video = 'video';
}
