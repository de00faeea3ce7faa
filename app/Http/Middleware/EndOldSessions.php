<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Closure;
use HiddenLadder\App\Models\HasEpoch;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\StudentKind;
use HiddenLadder\App\Models\WayIn;
use Illuminate\Auth\Events\Login;
use Illuminate\Auth\SessionGuard;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/**
 * A session holds as long as its account's epoch is the one in which it came in; raising it ends all of them. A student's ends by the
 * clock too, since tablets go from hand to hand, unless the student said that the device is their own.
 */
final class EndOldSessions
{
    private const WAY = 'way/student';

    private const SEEN = 'seen/';

    private const ENTERED = 'entered/student';

    /** Seconds. */
    private const NOTED_EVERY = 300;

    /** Seconds without a sign after which somebody has left: a student of a list, a guest or nameless student, a teacher. */
    private const LEFT = ['student' => 3600, 'guest' => 2 * 3600, 'teacher' => 12 * 3600];

    /** Seconds after coming in, when a student's session ends in any case. */
    private const LONGEST = 12 * 3600;

    private const OWN_DEVICE = 'own-device/student';

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
                $entered = $request->session()->get(self::ENTERED);
                $student->enteredAt = is_int($entered) ? $entered : null;
            }
            $epoch = self::epoch($user);
            // A teacher who said so stays signed in on a device.
            $isRemembered = $student === null && $request->cookie($guard->getRecallerName()) !== null;
            $isOver = $epoch !== null && ! $isRemembered && self::isOver($request, $name, $student);
            if ($epoch !== null && ($isOver || $request->session()->get(self::key($name)) !== $epoch)) {
                $guard->logoutCurrentDevice();
                $request->session()->forget(self::key($name));
            }
        }
        $response = $next($request);
        assert($response instanceof Response);

        return $response;
    }

    /** Whether nothing came from a device for so long that it was left, or a student came in too long ago. */
    private static function isOver(Request $request, string $guard, ?Student $student): bool
    {
        $now = now()->getTimestamp();
        $last = (int) $request->session()->get(self::SEEN.$guard, 0);
        // Written down now and then, so that not every answer writes the session.
        if ($last < $now - self::NOTED_EVERY) {
            $request->session()->put(self::SEEN.$guard, $now);
        }
        if ($student !== null && $request->session()->get(self::OWN_DEVICE) === true) {
            return false;
        }
        $isListed = $student?->kind === StudentKind::Roster && $student->cameInAs === null;
        $kind = $student === null ? 'teacher' : ($isListed ? 'student' : 'guest');
        $isStill = $last !== 0 && $last < $now - self::LEFT[$kind];

        return $isStill || ($student?->enteredAt !== null && $student->enteredAt < $now - self::LONGEST);
    }

    /** How little was asked of a student who came in, and whether the device is their own, stays with the session. */
    public static function cameInBy(Request $request, WayIn $way, bool $ownDevice): void
    {
        $request->session()->put([
            self::WAY => $way->value, self::ENTERED => now()->getTimestamp(), self::SEEN.'student' => now()->getTimestamp(),
            self::OWN_DEVICE => $ownDevice,
        ]);
    }

    /** Coming in, by secret or remembered, notes the epoch. */
    public static function cameIn(Login $login): void
    {
        if ($login->user instanceof HasEpoch && request()->hasSession()) {
            request()->session()->put(self::SEEN.$login->guard, now()->getTimestamp());
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
