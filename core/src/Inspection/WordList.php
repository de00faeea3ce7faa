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

    private function near(string $word): ?string
    {
        $near = iterator_to_array(self::oneSlipFrom($word), false);

        return self::first($near, $this->everyday) ?? self::first($near, $this->common);
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

    /**
     * @param  list<string>  $words
     * @param  array<string, int>  $list
     */
    private static function first(array $words, array $list): ?string
    {
        foreach ($words as $word) {
            if (isset($list[$word])) {
                return $word;
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

    /** @return iterable<string> */
    private static function oneSlipFrom(string $word): iterable
    {
        $length = strlen($word);
        for ($i = 0; $i + 1 < $length; $i++) {
            yield substr($word, 0, $i).$word[$i + 1].$word[$i].substr($word, $i + 2);
        }
        if ($length < 4) {
            // Three letters are near to too many words.
            return;
        }
        for ($i = 0; $i <= $length; $i++) {
            foreach (self::LETTERS as $letter) {
                yield substr($word, 0, $i).$letter.substr($word, $i);
            }
        }
        for ($i = 0; $i < $length; $i++) {
            yield substr($word, 0, $i).substr($word, $i + 1);
        }
        for ($i = 0; $i < $length; $i++) {
            foreach (self::LETTERS as $letter) {
                yield substr($word, 0, $i).$letter.substr($word, $i + 1);
            }
        }
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
