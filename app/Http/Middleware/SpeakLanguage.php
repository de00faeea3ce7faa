<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Closure;
use HiddenLadder\App\Words\Languages;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\App;
use Symfony\Component\HttpFoundation\Response;

/** Answers in the language that the device asks for (RFC 9110, 12.5.4), as far as there are words for it. */
final class SpeakLanguage
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        App::setLocale(Languages::askedFor($request));
        $response = $next($request);
        $response->headers->set('Content-Language', App::getLocale());
        $response->setVary('Accept-Language', false);

        return $response;
    }
}
