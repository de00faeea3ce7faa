<?php

declare(strict_types=1);

namespace HiddenLadder\App\Upkeep;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Cache;

/** Once a minute the scheduler notes that it runs, and gives the worker the same to do: so it is known of both. */
final class Beat implements ShouldQueue
{
    use Queueable;

    /** Seconds that a beat is remembered. */
    private const KEPT = 86_400;

    public function handle(): void
    {
        self::note('worker');
    }

    public static function ofScheduler(): void
    {
        self::note('scheduler');
    }

    /** Seconds since the last beat of the worker or the scheduler; null where there was none for a day. */
    public static function secondsSince(string $who): ?int
    {
        $at = Cache::get("beat/$who");

        // Some stores give a number back as it is written.
        return is_numeric($at) ? max(0, now()->getTimestamp() - (int) $at) : null;
    }

    private static function note(string $who): void
    {
        Cache::put("beat/$who", now()->getTimestamp(), self::KEPT);
    }
}
