<?php

declare(strict_types=1);

namespace HiddenLadder\App\Words;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\Config;

/** The languages that the interface speaks: those with a folder of words, and which of them somebody's device asks for. */
final class Languages
{
    /** English with accents, and a third longer, by CLDR's name for such a language (unicode.org/reports/tr35, pseudo-locales). */
    public const ACCENTED = 'en-XA';

    /** @return non-empty-list<string> BCP 47 tags; the first is spoken where none is asked for */
    public static function known(): array
    {
        /** @var non-empty-list<string> */
        return Config::array('hidden_ladder.languages');
    }

    /**
     * @param  bool  $accented  with the made-up one that tests look at
     * @return non-empty-list<string>
     */
    public static function shipped(bool $accented): array
    {
        return $accented ? ['en', self::ACCENTED] : ['en'];
    }

    /** By which numbers and lists of a language are written: the words in English are written as in Britain. */
    public static function locale(string $language): string
    {
        return explode('-', $language)[0] === 'en' ? 'en-GB' : $language;
    }

    /** Where the words of a language stand; those of the made-up one are written when the front end is built. */
    public static function folder(string $language): string
    {
        return $language === self::ACCENTED ? public_path("build/words/$language") : resource_path("words/$language");
    }

    public static function askedFor(Request $request): string
    {
        return str_replace('_', '-', (string) $request->getPreferredLanguage(self::known()));
    }
}
