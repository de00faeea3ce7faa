<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/**
 * A short sign of a value of a document, the same in PHP and in the browser: FNV-1a of 32 bits (draft-eastlake-fnv) over a
 * canonical spelling, with the spelling's length in bytes. It tells whether a value still reads as it did; it is no secret.
 */
final class Fingerprint
{
    /** Of a member that is not there. */
    public const NOTHING = '-';

    public static function of(mixed $value): string
    {
        $spelled = self::spelled($value);

        return hash('fnv1a32', $spelled).'.'.dechex(strlen($spelled));
    }

    private static function spelled(mixed $value): string
    {
        if (is_string($value)) {
            return 's'.strlen($value).':'.$value;
        }
        if (is_int($value) || is_float($value)) {
            // Where two languages write a fraction differently, its bits (IEEE 754) are the same.
            return fmod((float) $value, 1.0) === 0.0 && abs($value) < 1e15 ? 'i'.(int) $value.';' : 'f'.bin2hex(pack('E', $value));
        }
        if (is_array($value)) {
            return '['.implode('', array_map(self::spelled(...), $value)).']';
        }
        if ($value instanceof \stdClass) {
            $members = get_object_vars($value);
            ksort($members, SORT_STRING);
            $spelled = '';
            foreach ($members as $name => $member) {
                $spelled .= self::spelled((string) $name).self::spelled($member);
            }

            return '{'.$spelled.'}';
        }

        return match ($value) {
            true => 't', false => 'n', default => '0',
        };
    }
}
