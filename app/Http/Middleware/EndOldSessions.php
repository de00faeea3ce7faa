<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Closure;
use HiddenLadder\App\Models\HasEpoch;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\WayIn;
use Illuminate\Auth\Events\Login;
use Illuminate\Auth\SessionGuard;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** A session holds as long as its account's epoch is the one in which it came in; raising it ends all of them. */
final class EndOldSessions
{
    private const WAY = 'way/student';

    private const SEEN = 'seen/student';

    /** Seconds. */
    private const NOTED_EVERY = 300;

    /** Seconds without a sign, after which a nameless student has left. */
    private const LEFT = 2 * 3600;

    public function handle(Request $request, Closure $next): Response
    {
        foreach (['teacher', 'student'] as $name) {
            $guard = Auth::guard($name);
            if (! $guard instanceof SessionGuard || ! $request->session()->has($guard->getName())) {
                continue;
            }
            $user = $guard->user();
            $student = self::student($user);
            if ($student !== null) {
                $student->cameInBy = WayIn::tryFrom((string) $request->session()->get(self::WAY, '')) ?? WayIn::Secret;
            }
            $epoch = self::epoch($user);
            $isStill = $student?->cameInBy === WayIn::Nameless && self::isStill($request);
            if ($epoch !== null && ($isStill || $request->session()->get(self::key($name)) !== $epoch)) {
                $guard->logoutCurrentDevice();
                $request->session()->forget(self::key($name));
            }
        }
        $response = $next($request);
        assert($response instanceof Response);

        return $response;
    }

    /** Whether nothing came from a device for so long that whoever is nameless on it has left it. */
    private static function isStill(Request $request): bool
    {
        $last = (int) $request->session()->get(self::SEEN, 0);
        $now = now()->getTimestamp();
        // Written down now and then, so that not every answer writes the session.
        if ($last < $now - self::NOTED_EVERY) {
            $request->session()->put(self::SEEN, $now);
        }

        return $last !== 0 && $last < $now - self::LEFT;
    }

    /** How little was asked of a student who came in stays with the session. */
    public static function cameInBy(Request $request, WayIn $way): void
    {
        $request->session()->put(self::WAY, $way->value);
        $request->session()->forget(self::SEEN);
    }

    /** Coming in, by secret or remembered, notes the epoch. */
    public static function cameIn(Login $login): void
    {
        if ($login->user instanceof HasEpoch && request()->hasSession()) {
            request()->session()->put(self::key($login->guard), $login->user->epoch());
        }
    }

    private static function student(?object $account): ?Student
    {
        return $account instanceof Student ? $account : null;
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
