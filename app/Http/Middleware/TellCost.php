<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;

/**
 * What a request cost, told to `bin/bench page` (Server-Timing): milliseconds from its first moment, and queries. There only while
 * BENCH is set, and for who asks.
 */
final class TellCost
{
    public function handle(Request $request, Closure $next): Response
    {
        if (! $request->headers->has('X-Tell-Cost')) {
            return $next($request);
        }
        $queries = 0;
        DB::listen(static function () use (&$queries): void {
            $queries++;
        });
        $response = $next($request);
        assert($response instanceof Response);
        $began = $request->server('REQUEST_TIME_FLOAT');
        $seconds = microtime(true) - (is_numeric($began) ? (float) $began : LARAVEL_START);
        $response->headers->set('Server-Timing', sprintf('app;dur=%.2f, db;desc="%d"', 1000 * $seconds, $queries));

        return $response;
    }
}
