<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use DOMElement;
use HiddenLadder\Core\Quiz\CleanText;

/** The opening tag of an element of a rich text, with those of its attributes that a text may have. */
final class OpeningTag
{
    /** Null where the element lacks what it needs. */
    public static function of(DOMElement $element, string $name): ?string
    {
        $given = static fn (string $attribute): ?string => $element->hasAttribute($attribute) ? self::escaped(
            (string) preg_replace('/[\s\x00-\x1F\x7F]+/u', ' ', $element->getAttribute($attribute)),
        ) : null;
        $medium = preg_match('/^'.CleanText::ID.'$/D', (string) $given('data-medium')) === 1
            ? ' data-medium="'.$given('data-medium').'"'
            : null;
        $seconds = static fn (string $attribute): ?string => preg_match(
            '/^'.CleanText::SECONDS.'$/D',
            (string) $given($attribute),
        ) === 1 ? (string) $given($attribute) : null;
        $address = (string) preg_replace_callback(
            '/[^\x21-\x7E]/',
            static fn (array $byte): string => rawurlencode($byte[0]),
            trim((string) $given('href')),
        );
        $href = preg_match('~^(https?://|mailto:)[^"<>]+$~Di', $address) === 1 ? $address : null;

        return match ($name) {
            'img' => $medium === null
                ? null
                : "<img$medium".($given('data-decoration') === null ? ' alt="'.$given('alt').'"' : ' data-decoration=""').'>',
            'audio' => $medium === null ? null : "<audio$medium>",
            'video' => $medium === null
                ? null
                : "<video$medium data-from=\"".($seconds('data-from') ?? '0').'"'
                    .($seconds('data-to') === null ? '' : ' data-to="'.$seconds('data-to').'"').'>',
            'span' => match (true) {
                $given('data-tex') !== null => '<span data-tex="'.$given('data-tex').'">',
                preg_match('/^'.CleanText::ID.'$/D', (string) $given('data-gap')) === 1 => '<span data-gap="'.$given('data-gap').'">',
                default => null,
            },
            'a' => $medium !== null
                ? "<a$medium>"
                : ($href === null
                    ? null
                    : '<a href="'.(string) preg_replace('~^[a-z]+:~', strtolower(strstr($href, ':', true).':'), $href).'">'),
            default => "<$name>",
        };
    }

    /** Text as it stands in HTML, or in an attribute's quotes. */
    public static function escaped(string $text, bool $inQuotes = true): string
    {
        $text = str_replace(['&', '<', '>'], ['&amp;', '&lt;', '&gt;'], $text);

        return $inQuotes ? str_replace('"', '&quot;', $text) : $text;
    }
}
