<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Closure;
use HiddenLadder\App\Http\CookieNames;
use HiddenLadder\App\Media\OutsideHosts;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** A strict Content-Security-Policy and its companions on every answer. */
final class SecureHeaders
{
    private const POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; style-src-attr 'unsafe-inline'; "
        ."font-src 'self'; connect-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'; ";

    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        assert($response instanceof Response);
        $response->headers->set('Content-Security-Policy', self::POLICY.self::outside());
        $response->headers->set('X-Content-Type-Options', 'nosniff');
        $response->headers->set('Referrer-Policy', 'same-origin');
        $response->headers->set('Permissions-Policy', 'camera=(), microphone=(self), geolocation=()');
        if (CookieNames::areSecure()) {
            $response->headers->set('Strict-Transport-Security', 'max-age=31536000');
        }
        if ($request->is('api/*')) {
            $response->headers->set('Cache-Control', 'no-store');
        }

        return $response;
    }

    /** Pictures, videos and players come from us and from the hosts that are listed, and nowhere else. */
    private static function outside(): string
    {
        $videos = implode(' ', OutsideHosts::ofVideos());
        $players = implode(' ', OutsideHosts::ofPlayers());

        return "img-src 'self' data: blob: $players; media-src 'self' blob: $videos; frame-src ".($players === '' ? "'none'" : $players);
    }
}
