<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

/** Who takes the next steps of a rehearsal: one that is asked for, or a made-up student. */
enum RehearsedBy: string
{
    case Right = 'right';
    case Slip = 'slip';
    case Help = 'help';
    case AlwaysSlips = 'always-slips';
    case SlipsHalf = 'slips-half';
    case NeverSlips = 'never-slips';
    case Secure = 'secure';
    case Middling = 'middling';
    case Struggling = 'struggling';

    /** The made-up student; none for a single step that is asked for. */
    public function profile(): ?Profile
    {
        return match ($this) {
            self::Right, self::Slip, self::Help => null,
            self::AlwaysSlips => Profile::even(0.0),
            self::SlipsHalf => Profile::even(0.5),
            self::NeverSlips => Profile::even(1.0),
            self::Secure => Profile::secure(),
            self::Middling => Profile::middling(),
            self::Struggling => Profile::struggling(),
        };
    }
}
