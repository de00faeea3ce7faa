<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats;

/**
 * The text of a file in UTF-8, UTF-16 with its mark (Unicode Standard, 2.13) or, as older programs write it, Windows-1252.
 * Lines end with a line feed.
 */
final readonly class DecodedText
{
    /** @param  ?string  $encoding  the one it was in, where that was not UTF-8 */
    private function __construct(public string $text, public ?string $encoding)
    {
    }

    public static function of(string $bytes): self
    {
        foreach (["\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'] as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                return self::from(mb_convert_encoding(substr($bytes, 2), 'UTF-8', $encoding), 'UTF-16');
            }
        }
        $bytes = str_starts_with($bytes, "\xEF\xBB\xBF") ? substr($bytes, 3) : $bytes;

        return mb_check_encoding($bytes, 'UTF-8')
            ? self::from($bytes, null)
            : self::from(mb_convert_encoding($bytes, 'UTF-8', 'Windows-1252'), 'Windows-1252');
    }

    private static function from(string $text, ?string $encoding): self
    {
        return new self(str_replace(["\r\n", "\r"], "\n", $text), $encoding);
    }
}
