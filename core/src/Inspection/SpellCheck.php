<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/**
 * Words that are probably misspelt: in no dictionary, and one slip of the pen from a common word.
 *
 * A word of a trade that no dictionary has is seldom near a common one, and is left alone with that. So are names, words
 * with capitals or digits inside, and words with letters that the language does not have.
 */
final readonly class SpellCheck
{
    private const SHORTEST = 3;

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
        $found = [];
        foreach ($read as [$passage, $words]) {
            foreach ($words as [$word]) {
                $plain = str_replace('’', "'", mb_strtolower($word));
                $meant = isset($found[$plain]) || isset($names[$word]) ? null : $this->meant($plain);
                if ($meant !== null) {
                    $found[$plain] = self::finding($passage, $word, $plain, self::isCapital($word) ? ucfirst($meant) : $meant);
                }
            }
        }

        return array_values($found);
    }

    private function meant(string $word): ?string
    {
        return strlen($word) < self::SHORTEST || preg_match("/^[a-z']+$/", $word) !== 1 || $this->words->has($word) ? null : $this->words->meant($word);
    }

    private static function isCapital(string $word): bool
    {
        return preg_match('/^\p{Lu}/u', $word) === 1;
    }

    private static function finding(Passage $passage, string $word, string $plain, string $meant): Finding
    {
        return new Finding(
            Severity::Advises, $passage->stop, $passage->at, "“{$word}” may be a slip of the pen: “{$meant}”?", [],
            Mend::word($passage->at, $passage->member, $word, $meant), "word $plain",
        );
    }

    /** @return list<array{string, bool}> the words that are written like words, and whether a sentence or line begins with them */
    private static function wordsOf(string $text): array
    {
        $text = (string) preg_replace(self::ADDRESS, ' ', $text);
        preg_match_all(self::WORD, $text, $found, PREG_OFFSET_CAPTURE);
        $words = [];
        foreach ($found[0] as [$word, $offset]) {
            $word = (string) preg_replace("/['’]s$/u", '', $word);
            if (preg_match("/^\\p{L}\\p{Ll}*(['’]\\p{Ll}+)*$/u", $word) === 1) {
                $words[] = [$word, preg_match('/(^|[.!?:…\n])[\s“"\'(–-]*$/u', substr($text, 0, $offset)) === 1];
            }
        }

        return $words;
    }
}
