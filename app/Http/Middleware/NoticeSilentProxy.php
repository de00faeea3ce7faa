<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Log;
use Symfony\Component\HttpFoundation\IpUtils;
use Symfony\Component\HttpFoundation\Response;

/**
 * Says in the log, once an hour, that the trusted proxy does not tell for whom it asks. Everybody then counts as one address: tries at
 * the door are counted by device and account all the same, but one busy device takes its neighbours' share of the address.
 */
final class NoticeSilentProxy
{
    /** Seconds. */
    private const AGAIN_AFTER = 3600;

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $proxies = Config::array('trustedproxy.proxies');
        $from = (string) $request->server->get('REMOTE_ADDR', '');
        $isSilent = $proxies !== [] && ! $request->headers->has('X-Forwarded-For') && IpUtils::checkIp($from, $proxies);
        // The server's own look at whether it is well comes without.
        if ($isSilent && ! $request->is('health') && Cache::add('silent-proxy', true, self::AGAIN_AFTER)) {
            Log::warning("The proxy at $from sends no X-Forwarded-For header: every visitor looks like the proxy.");
        }

        return $next($request);
    }
}
