<?php

declare(strict_types=1);

namespace HiddenLadder\App\Words;

use HiddenLadder\Core\Message;
use Illuminate\Container\Attributes\Scoped;
use Illuminate\Support\Facades\App;

/**
 * Says messages in a language: the words of the catalogues in `resources/words/<language>/`, one file for each first part of a
 * code, in ICU MessageFormat (unicode-org.github.io/icu/userguide/format_parse/messages).
 */
#[Scoped]
final class Words
{
    /** @var array<string, array<string, string>> by language and file */
    private array $read = [];

    /**
     * @param  ?string  $language  one of Languages::known(); without it the one that is spoken now
     *
     * @throws \LogicException for a code without words, and parameters that do not fit
     * @throws \IntlException for words that are no message
     */
    public function say(Message $message, ?string $language = null): string
    {
        $language ??= App::getLocale();
        $format = new \MessageFormatter(Languages::locale($language), $this->words($message->code, $language));
        $said = $format->format(array_map(fn (mixed $one): string|int|float => $this->parameter($one, $language), $message->parameters));

        return $said === false ? throw new \LogicException("$message->code cannot be said: {$format->getErrorMessage()}") : $said;
    }

    /**
     * The same value, with words in place of every message in it.
     *
     * @param  array<array-key, mixed>  $value
     * @return array<array-key, mixed>
     */
    public function fill(array $value): array
    {
        return array_map(fn (mixed $one): mixed => match (true) {
            $one instanceof Message => $this->say($one),
            is_array($one) => $this->fill($one),
            default => $one,
        }, $value);
    }

    /** @param  string|int|float|Message|list<string|Message>  $one */
    private function parameter(mixed $one, string $language): string|int|float
    {
        return match (true) {
            $one instanceof Message => $this->say($one, $language),
            is_array($one) => self::joined(
                array_map(fn (string|Message $each): string => is_string($each) ? $each : $this->say($each, $language), $one),
                $language,
            ),
            default => $one,
        };
    }

    private function words(string $code, string $language): string
    {
        $file = explode('.', $code)[0];
        $this->read["$language $file"] ??= self::file($language, $file);

        return $this->read["$language $file"][$code] ?? throw new \LogicException("There are no words for $code in $language.");
    }

    /** @return array<string, string> */
    private static function file(string $language, string $file): array
    {
        /** @var array<string, string> $words */
        $words = json_decode((string) file_get_contents(Languages::folder($language)."/$file.json"), true, 4, JSON_THROW_ON_ERROR);

        return $words;
    }

    /**
     * A list as a language joins it, by the list patterns of CLDR (unicode.org/reports/tr35/tr35-general.html#ListPatterns).
     *
     * @param  list<string>  $items
     */
    private static function joined(array $items, string $language): string
    {
        if (count($items) < 2) {
            return $items[0] ?? '';
        }
        $put = static fn (string $which, string $first, string $second): string => strtr(
            self::listPattern($which, Languages::locale($language)),
            ['{0}' => $first, '{1}' => $second],
        );
        $last = array_pop($items);
        if (count($items) === 1) {
            return $put('2', $items[0], $last);
        }
        $said = $put('end', array_pop($items), $last);
        while (count($items) > 1) {
            $said = $put('middle', array_pop($items), $said);
        }

        return $put('start', $items[0], $said);
    }

    /** A region's own pattern, or else the world's or its language's; a nested table of ICU does not fall back by itself. */
    private static function listPattern(string $which, string $locale): string
    {
        foreach ([$locale, explode('-', $locale)[0].'-001', explode('-', $locale)[0], 'root'] as $name) {
            $pattern = \ResourceBundle::create(
                strtr($name, '-', '_'),
                null,
                false,
            )?->get('listPattern', false)?->get('standard', false)?->get($which, false);
            if (is_string($pattern)) {
                return $pattern;
            }
        }

        return '{0}, {1}';
    }
}
