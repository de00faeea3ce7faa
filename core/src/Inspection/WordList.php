<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/**
 * The words of a language, as three sorted lists: everyday words, common ones, and those that only large dictionaries have.
 *
 * Shipped for English, of every country's spelling (SCOWL, sizes 20, 40 and 70; `core/words/COPYRIGHT`).
 */
final class WordList
{
    private const FOLDER = __DIR__.'/../../words';

    private const LETTERS = [
        'a',
        'b',
        'c',
        'd',
        'e',
        'f',
        'g',
        'h',
        'i',
        'j',
        'k',
        'l',
        'm',
        'n',
        'o',
        'p',
        'q',
        'r',
        's',
        't',
        'u',
        'v',
        'w',
        'x',
        'y',
        'z',
        "'",
    ];

    /** @var array<string, ?self> */
    private static array $shipped = [];

    /**
     * @param  array<string, int>  $everyday  by word
     * @param  array<string, int>  $common
     * @param  string  $rare  each word between line feeds, in order
     */
    private function __construct(private readonly array $everyday, private readonly array $common, private readonly string $rare)
    {
    }

    /** @param  string  $language  a tag such as en or en-GB */
    public static function for(string $language): ?self
    {
        $primary = strtolower(explode('-', $language)[0]);

        return self::$shipped[$primary] ??= self::read($primary);
    }

    /** @param  string  $word  in small letters */
    public function has(string $word): bool
    {
        return isset($this->everyday[$word]) || isset($this->common[$word]) || self::stands($word, $this->rare);
    }

    /**
     * The word that was probably meant by one that is none: two everyday words run together, or else an everyday word, or else
     * a common one, with two letters swapped, one left out, one too many, or one wrong.
     *
     * @param  string  $word  in small letters, of the language's own alphabet
     */
    public function meant(string $word): ?string
    {
        return $this->apart($word) ?? $this->near($word);
    }

    /** The everyday word that comes first among those one slip away, else the first common one. */
    private function near(string $word): ?string
    {
        $length = strlen($word);
        $common = null;
        for ($i = 0; $i + 1 < $length; $i++) {
            $one = substr($word, 0, $i).$word[$i + 1].$word[$i].substr($word, $i + 2);
            if (isset($this->everyday[$one])) {
                return $one;
            }
            $common ??= isset($this->common[$one]) ? $one : null;
        }
        // Three letters are near to too many words.
        for ($i = 0; $length > 3 && $i <= $length; $i++) {
            $found = $this->between(substr($word, 0, $i), substr($word, $i), $common);
            if ($found !== null) {
                return $found;
            }
        }
        for ($i = 0; $length > 3 && $i < $length; $i++) {
            $one = substr($word, 0, $i).substr($word, $i + 1);
            if (isset($this->everyday[$one])) {
                return $one;
            }
            $common ??= isset($this->common[$one]) ? $one : null;
        }
        for ($i = 0; $length > 3 && $i < $length; $i++) {
            $found = $this->between(substr($word, 0, $i), substr($word, $i + 1), $common);
            if ($found !== null) {
                return $found;
            }
        }

        return $common;
    }

    /**
     * The everyday word that a letter makes between two parts; a common one is noted, where none was before.
     */
    private function between(string $head, string $tail, ?string &$common): ?string
    {
        foreach (self::LETTERS as $letter) {
            $one = $head.$letter.$tail;
            if (isset($this->everyday[$one])) {
                return $one;
            }
            if ($common === null && isset($this->common[$one])) {
                $common = $one;
            }
        }

        return null;
    }

    private function apart(string $word): ?string
    {
        for ($i = 1; $i < strlen($word) - 1; $i++) {
            [$first, $second] = [substr($word, 0, $i), substr($word, $i)];
            if (($first === 'a' || isset($this->everyday[$first])) && isset($this->everyday[$second])) {
                return "$first $second";
            }
        }

        return null;
    }

    private static function read(string $primary): ?self
    {
        $lists = [];
        foreach (['everyday', 'common', 'rare'] as $name) {
            $list = preg_match('/^[a-z]{2,3}$/', $primary) === 1 ? @file_get_contents(self::FOLDER."/$primary-$name.txt") : false;
            if ($list === false) {
                return null;
            }
            $lists[] = $list;
        }
        [$everyday, $common, $rare] = $lists;

        return new self(array_flip(explode("\n", trim($everyday))), array_flip(explode("\n", trim($common))), "\n$rare");
    }

    /** Halves the list until the word is found or cannot be there. */
    private static function stands(string $word, string $list): bool
    {
        [$from, $to] = [0, strlen($list) - 1];
        while ($from < $to) {
            $start = (int) strrpos($list, "\n", intdiv($from + $to, 2) - strlen($list));
            $end = (int) strpos($list, "\n", $start + 1);
            $compared = strcmp($word, substr($list, $start + 1, $end - $start - 1));
            if ($compared === 0) {
                return true;
            }
            [$from, $to] = $compared < 0 ? [$from, $start] : [$end, $to];
        }

        return false;
    }
}
