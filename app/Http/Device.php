<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cookie;

/**
 * A device by the name in its cookie, which the app signs. It opens nothing; it only tells one device from another, and one that
 * somebody has come in on from a new one.
 */
final class Device
{
    private const COOKIE = 'hidden_ladder_device';

    /** Minutes; a school year and some. */
    private const KEPT = 60 * 24 * 400;

    public static function of(Request $request): ?string
    {
        $name = $request->cookie(CookieNames::of(self::COOKIE));

        return is_string($name) && $name !== '' ? $name : null;
    }

    /** Whether somebody has come in on it. */
    public static function isKnown(string $name): bool
    {
        return Student::query()->where('device', $name)->exists() || Teacher::query()->where('device', $name)->exists();
    }

    /** Gives a device that has none its name, once; it stays the same from then on. */
    public static function name(Request $request): string
    {
        $name = self::of($request);
        if ($name === null) {
            $name = Ulids::make();
            Cookie::queue(self::cookie($name));
        }

        return $name;
    }

    /** Somebody came in on this device. */
    public static function remember(Request $request, Teacher|Student $account): void
    {
        $account->update(['device' => self::name($request)]);
    }

    private static function cookie(string $name): \Symfony\Component\HttpFoundation\Cookie
    {
        return Cookie::make(CookieNames::of(self::COOKIE), $name, self::KEPT, httpOnly: true, sameSite: 'lax');
    }
}
