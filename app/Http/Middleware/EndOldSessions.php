<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Closure;
use HiddenLadder\App\Models\HasEpoch;
use Illuminate\Auth\Events\Login;
use Illuminate\Auth\SessionGuard;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** A session holds as long as its account's epoch is the one in which it came in; raising it ends all of them. */
final class EndOldSessions
{
    public function handle(Request $request, Closure $next): Response
    {
        foreach (['teacher', 'student'] as $name) {
            $guard = Auth::guard($name);
            if (! $guard instanceof SessionGuard || ! $request->session()->has($guard->getName())) {
                continue;
            }
            $epoch = self::epoch($guard->user());
            if ($epoch !== null && $request->session()->get(self::key($name)) !== $epoch) {
                $guard->logoutCurrentDevice();
                $request->session()->forget(self::key($name));
            }
        }
        $response = $next($request);
        assert($response instanceof Response);

        return $response;
    }

    /** Coming in, by secret or remembered, notes the epoch. */
    public static function cameIn(Login $login): void
    {
        if ($login->user instanceof HasEpoch && request()->hasSession()) {
            request()->session()->put(self::key($login->guard), $login->user->epoch());
        }
    }

    private static function epoch(?object $account): ?int
    {
        return $account instanceof HasEpoch ? $account->epoch() : null;
    }

    private static function key(string $guard): string
    {
        return "epoch/$guard";
    }
}
