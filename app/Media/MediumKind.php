<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

enum MediumKind: string
{
    case Video = 'video';
    case Picture = 'picture';
    case Sound = 'sound';
    case File = 'file';
}
