<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/**
 * Whether a rich text is clean: made of the elements that are allowed and of nothing else, and written in the one way in
 * which they can be written. What is clean can be put on a page as it is.
 *
 * Content is either inline (words, formatting, media, formulas, gaps) or flow: paragraphs, lists, tables, quotations, and
 * media and formulas that stand by themselves. Flow of one paragraph is written as inline.
 */
final class CleanText
{
    /** Elements stand inside each other at most so deep. */
    public const DEEPEST = 16;

    public const INLINE = ['strong', 'em', 'u', 'sub', 'sup', 'code', 'a'];

    /** What stands inside an element; for those that are not named, inline. */
    private const INSIDE = [
        '' => 'flow', 'blockquote' => 'flow', 'li' => 'flow', 'td' => 'flow', 'th' => 'flow',
        'ul' => 'li', 'ol' => 'li', 'table' => 'sections', 'thead' => 'tr', 'tbody' => 'tr', 'tr' => 'cells',
        'audio' => 'text', 'video' => 'text', 'span' => 'text', 'img' => 'nothing', 'br' => 'nothing',
    ];

    /** What stands by itself in flow, beside media and formulas. */
    public const BLOCKS = ['p', 'blockquote', 'pre', 'ul', 'ol', 'table'];

    public const ID = '[0-7][0-9A-HJKMNP-TV-Z]{25}';

    private const VALUE = '(?:[^"<>&\x00-\x1F\x7F]|&(?:amp|lt|gt|quot);)*+';

    public const SECONDS = '\d{1,5}(?:\.\d{1,3})?';

    /** Attributes of those elements that have some. */
    private const ATTRIBUTES = [
        'a' => '(?: href="(?=https?://|mailto:)(?:[!#-%\'-;=?-\~]|&amp;)++"| data-medium="'.self::ID.'")',
        'img' => ' data-medium="'.self::ID.'"(?: alt="'.self::VALUE.'"| data-decoration="")',
        'audio' => ' data-medium="'.self::ID.'"',
        'video' => ' data-medium="'.self::ID.'" data-from="'.self::SECONDS.'"(?: data-to="'.self::SECONDS.'")?',
        'span' => '(?: data-tex="'.self::VALUE.'"| data-gap="'.self::ID.'")',
    ];

    private function __construct()
    {
    }

    public static function is(string $html): bool
    {
        if (preg_match('/[<>&\x00-\x1F\x7F]/', $html) !== 1) {
            return true;
        }
        preg_match_all('~<(/?)([a-z]+)([^<>]*+)>|[^<>]++~', $html, $tokens, PREG_SET_ORDER);
        if (strlen($html) !== array_sum(array_map(static fn (array $token): int => strlen($token[0]), $tokens))) {
            return false;
        }
        $open = [['name' => '', 'flow' => [], 'inline' => false]];
        foreach ($tokens as $token) {
            $last = count($open) - 1;
            [$whole, $slash, $name, $attributes] = [$token[0], $token[1] ?? '', $token[2] ?? '', $token[3] ?? ''];
            if ($name === '') {
                $pre = array_filter($open, static fn (array $one): bool => $one['name'] === 'pre') !== [];
                $control = $pre ? '\x00-\x09\x0B-\x1F\x7F' : '\x00-\x1F\x7F';
                $isPlace = in_array(self::INSIDE[$open[$last]['name']] ?? 'inline', ['flow', 'inline', 'text'], true)
                    && ! ($open[$last]['name'] === 'span' && $open[$last]['inline']);
                if (! $isPlace || preg_match("/^(?:[^&$control]|&(?:amp|lt|gt);)++$/D", $whole) !== 1) {
                    return false;
                }
                $open[$last]['inline'] = true;
            } elseif ($slash === '/') {
                if ($last === 0 || $open[$last]['name'] !== $name || $attributes !== '' || ! self::closes($open[$last])) {
                    return false;
                }
                array_pop($open);
            } elseif (! self::opens($open, $name, $attributes)) {
                return false;
            } elseif ((self::INSIDE[$name] ?? '') !== 'nothing') {
                // In a gap nothing stands, as if its words were there already.
                $open[] = ['name' => $name, 'flow' => [], 'inline' => str_contains($attributes, ' data-gap=')];
                if (count($open) > self::DEEPEST + 1) {
                    return false;
                }
            }
        }

        return count($open) === 1 && self::closes($open[0]);
    }

    /** @param  non-empty-list<array{name: string, flow: list<string>, inline: bool}>  $open */
    private static function opens(array &$open, string $name, string $attributes): bool
    {
        $last = count($open) - 1;
        $above = $open[$last]['name'];
        if (preg_match('~^'.(self::ATTRIBUTES[$name] ?? '').'$~D', $attributes) !== 1) {
            return false;
        }
        $isMedium = in_array($name, ['img', 'audio', 'video', 'span'], true);
        $isInline = $isMedium || $name === 'br' || in_array($name, self::INLINE, true);
        switch (self::INSIDE[$above] ?? 'inline') {
            case 'flow':
                if (in_array($name, self::BLOCKS, true) || $isMedium) {
                    $open[$last]['flow'][] = $name;
                }
                $open[$last]['inline'] = $open[$last]['inline'] || ($isInline && ! $isMedium) || str_contains($attributes, ' data-gap=');

                return $isInline || in_array($name, self::BLOCKS, true);
            case 'inline':
                return $isInline && ($name !== 'a' || ! in_array('a', array_column($open, 'name'), true));
            case 'li':
                return $name === 'li';
            case 'sections':
                return $name === 'thead' || $name === 'tbody';
            case 'tr':
                return $name === 'tr';
            case 'cells':
                return $name === 'td' || $name === 'th';
        }

        return false;
    }

    /**
     * Words and paragraphs do not stand beside each other, and a single paragraph needs no tags.
     *
     * @param  array{name: string, flow: list<string>, inline: bool}  $element
     */
    private static function closes(array $element): bool
    {
        $blocks = array_intersect($element['flow'], self::BLOCKS);

        return (self::INSIDE[$element['name']] ?? 'inline') !== 'flow'
            || $blocks === []
            || (! $element['inline'] && $element['flow'] !== ['p']);
    }
}
