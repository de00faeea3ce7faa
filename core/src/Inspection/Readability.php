<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/** How hard an English text is to read, by its sentences, words and syllables. */
final readonly class Readability
{
    private function __construct(public int $sentences, public int $words, public int $syllables)
    {
    }

    public static function of(string $text): self
    {
        $words = preg_match_all("/[\\p{L}][\\p{L}'’-]*/u", $text, $found);

        return new self(
            max(1, (int) preg_match_all('/[.!?…]+(\s|$)|\n+/u', trim($text)."\n")),
            (int) $words,
            array_sum(array_map(self::syllablesIn(...), $found[0])),
        );
    }

    /** Reading ease: about 100 for very easy, 30 for hard (Flesch 1948). */
    public function ease(): float
    {
        return $this->words === 0 ? 100.0 : 206.835 - 1.015 * $this->words / $this->sentences - 84.6 * $this->syllables / $this->words;
    }

    /** The school year, in the United States, in which it can be read (Kincaid et al. 1975); about five years less than the age. */
    public function grade(): float
    {
        return $this->words === 0 ? 0.0 : 0.39 * $this->words / $this->sentences + 11.8 * $this->syllables / $this->words - 15.59;
    }

    /** Groups of vowels, without a silent e at the end: right for about nine in ten English words (common practice). */
    private static function syllablesIn(string $word): int
    {
        $word = mb_strtolower($word);
        $groups = (int) preg_match_all('/[aeiouy]+/u', $word);
        $isSilent = preg_match('/[^aeiouyl]e(s|d)?$/u', $word) === 1 && preg_match('/[td]ed$|([sxz]|ch|sh|[cg])es$/u', $word) !== 1;

        return max(1, $groups - ($isSilent ? 1 : 0));
    }
}
