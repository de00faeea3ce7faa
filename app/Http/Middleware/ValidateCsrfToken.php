<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use HiddenLadder\App\Http\CookieNames;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken as Framework;
use Symfony\Component\HttpFoundation\Cookie;

/** The framework's check, with the token in a cookie named as ours are. */
final class ValidateCsrfToken extends Framework
{
    private const COOKIE = 'XSRF-TOKEN';

    /**
     * @param  \Illuminate\Http\Request  $request
     * @param  array<array-key, mixed>  $config
     */
    protected function newCookie($request, $config): Cookie
    {
        $cookie = parent::newCookie($request, $config);
        $named = CookieNames::of(self::COOKIE);

        return $named === self::COOKIE ? $cookie : Cookie::create(
            $named, $cookie->getValue(), $cookie->getExpiresTime(), '/', null, true, false, false, $cookie->getSameSite(),
        );
    }
}
