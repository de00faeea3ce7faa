<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Xapi;

/** Ids that anybody makes alike from the same name: UUIDs of version 5 (RFC 9562, section 5.5). */
final class NameBasedId
{
    /** For names that are addresses (RFC 9562, section 6.6). */
    public const URL = '6ba7b811-9dad-11d1-80b4-00c04fd430c8';

    public const DNS = '6ba7b810-9dad-11d1-80b4-00c04fd430c8';

    /** @param  string  $space  a UUID within which the name is one of its own */
    public static function of(string $name, string $space = self::URL): string
    {
        $hash = sha1(hex2bin(str_replace('-', '', $space)).$name);
        $version = '5'.substr($hash, 13, 3);
        $variant = dechex((hexdec($hash[16]) & 0x3) | 0x8).substr($hash, 17, 3);

        return implode('-', [substr($hash, 0, 8), substr($hash, 8, 4), $version, $variant, substr($hash, 20, 12)]);
    }
}
