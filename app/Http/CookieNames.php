<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

/**
 * Names of our cookies. Where people reach the app by https, each begins with `__Host-`: browsers then take it from this host alone,
 * over TLS alone, for the whole site (draft-ietf-httpbis-rfc6265bis, 4.1.3.2).
 */
final class CookieNames
{
    private const PREFIX = '__Host-';

    public static function of(string $name): string
    {
        return self::areSecure() ? self::PREFIX.$name : $name;
    }

    /** Whether people reach the app by https, as APP_URL says. A proxy's headers do not decide it. */
    public static function areSecure(): bool
    {
        return self::isHttps((string) config('app.url'));
    }

    /** For settings, where the configuration is not there yet. */
    public static function isHttps(string $address): bool
    {
        return str_starts_with($address, 'https://');
    }
}
