<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

enum FrameKind: string
{
    case Stop = 'stop';
    case Cue = 'cue';
    case Rung = 'rung';
}
