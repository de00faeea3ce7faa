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

    /** @return list<string> of one that is to come */
    public static function underWay(): array
    {
        return [self::Waiting->value, self::Working->value];
    }
}
