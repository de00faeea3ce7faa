<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

/** Text as it is compared: Unicode NFKC (UAX 15), full case folding (CaseFolding.txt), white space collapsed. */
final class PlainText
{
    public static function folded(string $text): string
    {
        if (preg_match('/[^\x20-\x7E]/', $text) === 0) {
            return trim((string) preg_replace('/ {2,}/', ' ', strtolower($text)), ' ');
        }
        // Folding can undo the normal form (U+0345 under an iota, for one), so it is normalised on both sides of it.
        $folded = mb_convert_case(self::normal($text, \Normalizer::FORM_KC), MB_CASE_FOLD, 'UTF-8');
        $spaced = preg_replace('/[\s\p{Z}\p{Cc}]+/u', ' ', self::normal($folded, \Normalizer::FORM_KC));

        return trim((string) $spaced, ' ');
    }

    /** @param  string  $folded  a text that is folded already */
    public static function withoutDiacritics(string $folded): string
    {
        return self::folded((string) preg_replace('/\p{Mn}+/u', '', self::normal($folded, \Normalizer::FORM_KD)));
    }

    private static function normal(string $text, int $form): string
    {
        $normal = \Normalizer::normalize($text, $form);

        return $normal === false ? '' : $normal;
    }
}
