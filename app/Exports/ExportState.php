<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

/** How far a file is that is being made. */
enum ExportState: string
{
    case Waiting = 'waiting';
    case Working = 'working';
    case Ready = 'ready';
    case Failed = 'failed';

    /** Whether it is to come. */
    public function isUnderWay(): bool
    {
        return $this === self::Waiting || $this === self::Working;
    }
}
