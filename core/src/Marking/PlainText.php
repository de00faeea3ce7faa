<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

/** Text as it is compared: Unicode NFKC (UAX 15), full case folding (CaseFolding.txt), white space collapsed. */
final class PlainText
{
    public static function folded(string $text): string
    {
        // Folding can undo the normal form (U+0345 under an iota, for one), so it is normalised on both sides of it.
        $folded = mb_convert_case(self::normal($text), MB_CASE_FOLD, 'UTF-8');
        $spaced = preg_replace('/[\s\p{Z}\p{Cc}]+/u', ' ', self::normal($folded));

        return trim((string) $spaced, ' ');
    }

    private static function normal(string $text): string
    {
        $normal = \Normalizer::normalize($text, \Normalizer::FORM_KC);

        return $normal === false ? '' : $normal;
    }
}
