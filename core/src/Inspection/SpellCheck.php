<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Message;

/**
 * Words that are probably misspelt: in no dictionary, and one slip of the pen from a common word.
 *
 * A word of a trade that no dictionary has is seldom near a common one, and is left alone with that. So are names, words
 * with capitals or digits inside, and words with letters that the language does not have.
 */
final readonly class SpellCheck
{
    private const SHORTEST = 3;

    /** Where more words than that, and more than that share of all, are in no dictionary, they are of another language. */
    private const FOREIGN_WORDS = 30;

    private const FOREIGN = 0.25;

    private const WORD = "/(?<![\\p{L}\\p{N}])\\p{L}+(?:['’]\\p{L}+)*(?![\\p{L}\\p{N}])/u";

    private const ADDRESS = '/\S+:\/\/\S+|\S+@\S+/u';

    private function __construct(private WordList $words)
    {
    }

    /**
     * @param  list<Passage>  $passages  of one quiz
     * @param  string  $language  a tag; where no list is shipped for it, nothing is found
     * @return list<Finding> each word once, where it stands first
     */
    public static function of(array $passages, string $language): array
    {
        $words = WordList::for($language);

        return $words === null ? [] : (new self($words))->found($passages);
    }

    /**
     * @param  list<Passage>  $passages
     * @return list<Finding>
     */
    private function found(array $passages): array
    {
        $read = array_map(static fn (Passage $passage): array => [$passage, self::wordsOf($passage->text)], $passages);
        $names = [];
        foreach ($read as [, $words]) {
            foreach ($words as [$word, $begins]) {
                if (! $begins && self::isCapital($word)) {
                    $names[$word] = true;
                }
            }
        }
        $first = [];
        foreach ($read as [$passage, $words]) {
            foreach ($words as [$word]) {
                if (! isset($names[$word])) {
                    $first[str_replace('’', "'", mb_strtolower($word))] ??= [$passage, $word];
                }
            }
        }
        $unknown = array_filter($first, fn (string $plain): bool => $this->isUnknown($plain), ARRAY_FILTER_USE_KEY);
        if (count($unknown) > self::FOREIGN_WORDS && count($unknown) > self::FOREIGN * count($first)) {
            return [new Finding(Severity::Advises, null, null, new Message('inspection.spelling.other-language'))];
        }
        $found = [];
        foreach ($unknown as $plain => [$passage, $word]) {
            $meant = $this->words->meant($plain);
            if ($meant !== null) {
                $found[] = self::finding($passage, $word, $plain, self::isCapital($word) ? ucfirst($meant) : $meant);
            }
        }

        return $found;
    }

    private function isUnknown(string $word): bool
    {
        return strlen($word) >= self::SHORTEST && preg_match("/^[a-z']+$/", $word) === 1 && ! $this->words->has($word);
    }

    private static function isCapital(string $word): bool
    {
        return preg_match('/^\p{Lu}/u', $word) === 1;
    }

    private static function finding(Passage $passage, string $word, string $plain, string $meant): Finding
    {
        return new Finding(
            Severity::Advises, $passage->stop, $passage->at, new Message(
                'inspection.spelling.slip',
                ['word' => $word, 'meant' => $meant],
            ), [],
            QuickFix::word($passage->at, $passage->member, $word, $meant), [$plain],
        );
    }

    /** @return list<array{string, bool}> the words that are written like words, and whether a sentence or line begins with them */
    private static function wordsOf(string $text): array
    {
        $text = (string) preg_replace(self::ADDRESS, ' ', $text);
        preg_match_all(self::WORD, $text, $found, PREG_OFFSET_CAPTURE);
        $words = [];
        $end = 0;
        foreach ($found[0] as [$word, $offset]) {
            $begins = $end === 0 || preg_match('/[.!?:…\n]/u', substr($text, $end, $offset - $end)) === 1;
            $end = $offset + strlen($word);
            $word = (string) preg_replace("/['’]s$/u", '', $word);
            if (preg_match("/^\\p{L}\\p{Ll}*(['’]\\p{Ll}+)*$/u", $word) === 1) {
                $words[] = [$word, $begins];
            }
        }

        return $words;
    }
}
