<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Quiz\TextRules;

/** A text made ready to be compared with others under the same rules of a question. */
final readonly class ComparedText
{
    /** Stands for punctuation that can be nothing or a space; control characters are folded to spaces, so that it is in no text. */
    private const SIGN = "\x01";

    /**
     * @param  string  $plain  as a person would say it; punctuation that is left out stands as a space
     * @param  string|null  $marked  with a mark wherever punctuation that is left out stands between two letters
     */
    private function __construct(public string $plain, private ?string $marked)
    {
    }

    public static function of(string $text, TextRules $rules): self
    {
        $folded = PlainText::folded($text);
        if ($rules->ignoreDiacritics) {
            $folded = PlainText::withoutDiacritics($folded);
        }
        $plain = $rules->ignorePunctuation ? self::withoutSigns($folded) : $folded;
        if ($rules->anyWordOrder) {
            $words = explode(' ', $plain);
            sort($words, SORT_STRING);
            $plain = implode(' ', $words);
        }

        return new self($plain, $rules->ignorePunctuation && ! $rules->anyWordOrder ? self::marked($folded) : null);
    }

    /**
     * A sign that is left out counts as nothing or as a space, whichever fits: rock n roll, rocknroll and rock'n'roll are
     * the same.
     */
    public function isSame(self $other): bool
    {
        return $this->plain === $other->plain
            || ($this->marked !== null && $other->marked !== null && self::sameBetweenSigns($this->marked, $other->marked));
    }

    private static function withoutSigns(string $folded): string
    {
        $joined = preg_replace("/['\u{2019}\u{02BC}]/u", '', $folded);

        return PlainText::folded((string) preg_replace('/\p{P}+/u', ' ', (string) $joined));
    }

    /** Next to a space a sign is none. */
    private static function marked(string $folded): string
    {
        $marked = (string) preg_replace("/[\\p{P}\u{02BC}]+/u", self::SIGN, $folded);
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
}
