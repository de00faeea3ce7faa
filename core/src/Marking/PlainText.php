<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Quiz\TextRules;

/** Text as it is compared: Unicode NFKC (UAX 15), full case folding (CaseFolding.txt), white space collapsed. */
final class PlainText
{
    /** Stands for punctuation that can be nothing or a space; control characters are folded to spaces, so that it is in no text. */
    private const SIGN = "\x01";

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

    /** Folded, and without what the rules of a question leave out of account; punctuation that is left out stands as a space. */
    public static function underRules(string $text, TextRules $rules): string
    {
        $folded = self::bare($text, $rules);
        if ($rules->ignorePunctuation) {
            $joined = preg_replace("/['\u{2019}\u{02BC}]/u", '', $folded);
            $folded = self::folded((string) preg_replace('/\p{P}+/u', ' ', (string) $joined));
        }
        if ($rules->anyWordOrder) {
            $words = explode(' ', $folded);
            sort($words, SORT_STRING);
            $folded = implode(' ', $words);
        }

        return $folded;
    }

    /**
     * Whether two texts are the same under the rules of a question. A sign that is left out counts as nothing or as a space,
     * whichever fits: rock n roll, rocknroll and rock'n'roll are the same.
     */
    public static function same(string $one, string $other, TextRules $rules): bool
    {
        if (! $rules->ignorePunctuation) {
            return self::underRules($one, $rules) === self::underRules($other, $rules);
        }
        if (self::underRules($one, $rules) === self::underRules($other, $rules)) {
            return true;
        }

        return ! $rules->anyWordOrder && self::sameBetweenSigns(self::withSigns($one, $rules), self::withSigns($other, $rules));
    }

    private static function bare(string $text, TextRules $rules): string
    {
        $folded = self::folded($text);

        return $rules->ignoreDiacritics ? self::folded((string) preg_replace('/\p{Mn}+/u', '', self::normal($folded, \Normalizer::FORM_KD))) : $folded;
    }

    /** With a mark wherever punctuation stands between two letters; next to a space it is none. */
    private static function withSigns(string $text, TextRules $rules): string
    {
        $marked = (string) preg_replace("/[\\p{P}\u{02BC}]+/u", self::SIGN, self::bare($text, $rules));
        $marked = (string) preg_replace('/'.self::SIGN.'* [ '.self::SIGN.']*/', ' ', $marked);

        return trim($marked, ' '.self::SIGN);
    }

    private static function sameBetweenSigns(string $one, string $other): bool
    {
        $between = [' ', self::SIGN];
        if (str_replace($between, '', $one) !== str_replace($between, '', $other)) {
            return false;
        }
        for ($i = $j = 0; $i < strlen($one); $i++, $j++) {
            $mine = in_array($one[$i], $between, true) ? $one[$i++] : '';
            $theirs = in_array($other[$j], $between, true) ? $other[$j++] : '';
            if ($mine !== $theirs && $mine !== self::SIGN && $theirs !== self::SIGN) {
                return false;
            }
        }

        return true;
    }

    private static function normal(string $text, int $form): string
    {
        $normal = \Normalizer::normalize($text, $form);

        return $normal === false ? '' : $normal;
    }
}
