<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Roster;

/** Somebody on a list of names. */
final readonly class ListedPerson
{
    /**
     * @param  ?string  $called  what they are called by, where that is not the given name
     * @param  ?string  $number  what the register that the list comes from knows them by
     */
    public function __construct(
        public string $given,
        public string $family = '',
        public ?string $called = null,
        public ?string $number = null,
    ) {
    }

    /** From parts as they were written, each in one line; null where there is no name in them. */
    public static function written(string $given, string $family, string $called = '', string $number = ''): ?self
    {
        [$given, $family, $called, $number] = array_map(self::inOneLine(...), [$given, $family, $called, $number]);
        if ($given === '') {
            [$given, $family] = [$family, ''];
        }

        $isCalledSo = $called === '' || $called === $given;

        return $given === '' ? null : new self($given, $family, $isCalledSo ? null : $called, $number === '' ? null : $number);
    }

    /** A whole name: what stands behind a comma is the given name; without one, the last word is the family name. */
    public static function named(string $name, string $called = '', string $number = ''): ?self
    {
        $name = self::inOneLine($name);
        if (substr_count($name, ',') === 1) {
            [$family, $given] = explode(',', $name);

            return self::written($given, $family, $called, $number);
        }
        $space = mb_strrpos($name, ' ');

        return $space === false
            ? self::written($name, '', $called, $number)
            : self::written(mb_substr($name, 0, $space), mb_substr($name, $space + 1), $called, $number);
    }

    /** A name in one line, without the marks of direction that pasting from a text brings along and nobody sees (UAX 9, 2). */
    public static function inOneLine(string $text): string
    {
        $text = (string) preg_replace('/[\x{200E}\x{200F}\x{202A}-\x{202E}\x{2066}-\x{2069}\x{FEFF}]/u', '', $text);

        return trim((string) preg_replace('/[\s\p{Cc}]+/u', ' ', $text));
    }
}
