<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cookie;

/** A device by the name in its cookie. It opens nothing; it only tells a device that was let in before from others. */
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

    /** Somebody came in on this device. */
    public static function remember(Request $request, Teacher|Student $account): void
    {
        $name = self::of($request) ?? Ulids::make();
        Cookie::queue(Cookie::make(CookieNames::of(self::COOKIE), $name, self::KEPT, httpOnly: true, sameSite: 'lax'));
        $account->update(['device' => $name]);
    }
}
