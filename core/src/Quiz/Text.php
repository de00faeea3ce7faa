<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/**
 * A text that people read, as rich text: the small set of HTML that CleanText names, cleaned on the way in.
 *
 * A text of one paragraph stands without the paragraph's tags, so that a text without formatting is its own words.
 */
final class Text
{
    private const TAG = '~<(/?)([a-z]+)((?: [a-z-]+="[^"]*")*)>|[^<]+~';

    private const ATTRIBUTE = '~ ([a-z-]+)="([^"]*)"~';

    /** Elements that begin on a line of their own; CleanText::BLOCKS begin after an empty one. */
    private const LINES = ['li', 'tr'];

    private const VOID = ['br', 'img'];

    /** Elements whose content is words for those who cannot see or hear them. */
    private const HEARD = ['audio', 'video'];

    /** @var ?list<array{open: bool, name: string, attributes: array<string, string>, text: string}> */
    private ?array $tokens = null;

    private function __construct(public readonly string $html)
    {
    }

    /** @param  string  $html  that CleanText finds clean */
    public static function read(string $html): self
    {
        return new self($html);
    }

    /** @throws MalformedInput where it is no text; empty where it is missing */
    public static function in(Fields $fields, string $name): self
    {
        return new self($fields->stringOr($name, ''));
    }

    /** Words without formatting, as a plain field writes them: an empty line parts paragraphs. */
    public static function of(string $plain): self
    {
        $plain = (string) preg_replace(['/\r\n?/', '/\t/', '/[\x00-\x09\x0B-\x1F\x7F]/'], ["\n", ' ', ''], $plain);
        $paragraphs = explode("\n\n", str_replace(['&', '<', '>'], ['&amp;', '&lt;', '&gt;'], $plain));
        $html = implode('</p><p>', $paragraphs);

        return new self(str_replace("\n", '<br>', count($paragraphs) === 1 ? $html : "<p>$html</p>"));
    }

    /** @return array{html: string} */
    public function __serialize(): array
    {
        return ['html' => $this->html];
    }

    /** @param  array{html: string}  $data */
    public function __unserialize(array $data): void
    {
        $this->html = $data['html'];
    }

    /** Nothing to read, see or hear. */
    public function isEmpty(): bool
    {
        return str_contains($this->html, '<') ? $this->media() === [] && trim($this->plain()) === '' : trim($this->html) === '';
    }

    /** The words as they are written, formulas in words, pictures and sounds left out; a gap is “…”. */
    public function plain(): string
    {
        return str_contains($this->html, '<') || str_contains($this->html, '&') ? $this->told(false) : $this->html;
    }

    /** All that people read of it, the words that stand for pictures and sounds too. */
    public function words(): string
    {
        return str_contains($this->html, '<') ? $this->told(true) : $this->plain();
    }

    /** By what it is named: its words, and where it has none, those that stand for its pictures and sounds. */
    public function name(): string
    {
        $plain = trim($this->plain());

        return $plain === '' ? trim($this->words()) : $plain;
    }

    /** @return list<string> ids of the pictures, sounds, videos and documents in it */
    public function media(): array
    {
        return $this->named('data-medium');
    }

    /** @return list<Clip> stretches of videos in it */
    public function clips(): array
    {
        $clips = [];
        foreach ($this->elements() as $element) {
            if ($element['name'] === 'video') {
                $to = $element['attributes']['data-to'] ?? null;
                $clips[] = new Clip(
                    $element['attributes']['data-medium'] ?? null,
                    (float) ($element['attributes']['data-from'] ?? 0),
                    $to === null ? null : (float) $to,
                );
            }
        }

        return $clips;
    }

    /** @return list<string> ids of the gaps that stand in it, in order */
    public function gaps(): array
    {
        return $this->named('data-gap');
    }

    /** @return list<string> the values of an attribute, in order */
    private function named(string $attribute): array
    {
        $values = [];
        foreach ($this->elements() as $element) {
            $values[] = $element['attributes'][$attribute] ?? null;
        }

        return array_values(array_filter($values, is_string(...)));
    }

    /** Whether something in it says nothing to those who cannot see or hear it, and is no decoration. */
    public function lacksAlternative(): bool
    {
        $tokens = $this->tokens();
        foreach ($tokens as $index => $token) {
            $inside = trim($tokens[$index + 1]['text'] ?? '');
            if ($token['open'] && match (true) {
                $token['name'] === 'img' => ! isset(
                    $token['attributes']['data-decoration'],
                ) && trim($token['attributes']['alt'] ?? '') === '',
                in_array($token['name'], self::HEARD, true), isset($token['attributes']['data-tex']) => $inside === '',
                default => false,
            }) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> what is in it beside words: its media and gaps, each with what it shows of them, sorted */
    public function structure(): array
    {
        $structure = [];
        foreach ($this->elements() as $element) {
            $shown = array_intersect_key($element['attributes'], array_flip(['data-medium', 'data-from', 'data-to', 'data-gap']));
            if ($shown !== []) {
                $structure[] = $element['name'].' '.implode(' ', $shown);
            }
        }
        sort($structure);

        return $structure;
    }

    /** @param  callable(string): string  $filling  the words for a gap */
    public function filled(callable $filling): self
    {
        return new self((string) preg_replace_callback(
            '~<span data-gap="([^"]*)"></span>~',
            static fn (array $found): string => self::of($filling($found[1]))->html,
            $this->html,
        ));
    }

    /** @return iterable<array{open: bool, name: string, attributes: array<string, string>, text: string}> */
    private function elements(): iterable
    {
        foreach (str_contains($this->html, 'data-') ? $this->tokens() : [] as $token) {
            if ($token['open']) {
                yield $token;
            }
        }
    }

    private function told(bool $withAlternatives): string
    {
        $told = $between = '';
        $began = $first = false;
        $silent = null;
        $depth = 0;
        $tokens = $this->tokens();
        $isFlow = array_intersect(CleanText::BLOCKS, array_column($tokens, 'name')) !== [];
        foreach ($tokens as $index => ['open' => $open, 'name' => $name, 'attributes' => $attributes, 'text' => $text]) {
            if ($name !== '' && ! $open) {
                $silent = $silent === $name ? null : $silent;
                $depth--;

                continue;
            }
            $standsAlone = $isFlow && $depth === 0 && $name !== '';
            $depth += $name === '' || in_array($name, self::VOID, true) ? 0 : 1;
            if ($standsAlone || in_array($name, self::LINES, true) || in_array($name, CleanText::BLOCKS, true)) {
                $between = $began && $between === '' ? (in_array($name, self::LINES, true) ? "\n" : "\n\n") : $between;
            } elseif ($name === 'td' || $name === 'th') {
                $between = $first ? $between : "\t";
            }
            $first = $name === 'tr';
            if (in_array($name, self::HEARD, true) && ! $withAlternatives) {
                $silent = $name;
            }
            $words = $silent !== null ? '' : match (true) {
                $name === '' => self::decoded($text),
                $name === 'br' => "\n",
                $name === 'img' && $withAlternatives => ' '.self::decoded($attributes['alt'] ?? '').' ',
                isset($attributes['data-tex']) && ($tokens[$index + 1]['name'] ?? '') !== '' => self::decoded($attributes['data-tex']),
                isset($attributes['data-gap']) => '…',
                default => '',
            };
            if ($words !== '' || $name === 'p' || $name === 'pre') {
                $told .= $between.$words;
                $between = '';
                $began = true;
            }
        }

        return $told;
    }

    /**
     * @return list<array{open: bool, name: string, attributes: array<string, string>, text: string}> tags, and the text between them
     * without a name
     */
    private function tokens(): array
    {
        if ($this->tokens !== null) {
            return $this->tokens;
        }
        preg_match_all(self::TAG, $this->html, $found, PREG_SET_ORDER);
        $tokens = [];
        foreach ($found as $one) {
            [$whole, $slash, $name, $given] = [$one[0], $one[1] ?? '', $one[2] ?? '', $one[3] ?? ''];
            preg_match_all(self::ATTRIBUTE, $given, $pairs);
            $tokens[] = $name === ''
                ? ['open' => false, 'name' => '', 'attributes' => [], 'text' => $whole]
                : ['open' => $slash === '', 'name' => $name, 'attributes' => array_combine($pairs[1], $pairs[2]), 'text' => ''];
        }

        return $this->tokens = $tokens;
    }

    private static function decoded(string $text): string
    {
        return str_replace(['&lt;', '&gt;', '&quot;', '&amp;'], ['<', '>', '"', '&'], $text);
    }
}
