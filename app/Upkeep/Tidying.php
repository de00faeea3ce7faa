<?php

declare(strict_types=1);

namespace HiddenLadder\App\Upkeep;

use HiddenLadder\App\Exports\Exports;
use HiddenLadder\App\Media\UnusedMedia;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;

/** Clears away what has run out: sessions, what was worked out and kept, shut doors, jobs that failed long ago, files that were made. */
final class Tidying
{
    /** Rows at a time, so that nobody waits for a lock. */
    private const AT_ONCE = 1000;

    public function __invoke(): void
    {
        $now = now();
        $this->clear('sessions', 'last_activity', $now->subMinutes(Config::integer('session.lifetime'))->getTimestamp());
        $this->clear('cache', 'expiration', $now->getTimestamp());
        $this->clear('cache_locks', 'expiration', $now->getTimestamp());
        $this->clear('door_tries', 'failed_at', $now->subDays(2)->format('Y-m-d H:i:s'));
        $this->clear('password_reset_tokens', 'created_at', $now->subDays(2)->format('Y-m-d H:i:s'));
        $this->clear('failed_jobs', 'failed_at', $now->subDays(30)->format('Y-m-d H:i:s'));
        app(Exports::class)->tidy();
        app(UnusedMedia::class)->sweep();
    }

    private function clear(string $table, string $column, int|string $before): void
    {
        do {
            $cleared = DB::table($table)->where($column, '<', $before)->limit(self::AT_ONCE)->delete();
        } while ($cleared === self::AT_ONCE);
    }
}
