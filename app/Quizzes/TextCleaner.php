<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use DOMElement;
use DOMNode;
use DOMText;
use HiddenLadder\Core\Quiz\CleanText;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Nodes;
use HiddenLadder\Core\Quiz\Edits\RichTexts;
use HiddenLadder\Core\Quiz\Edits\Shapes;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use Masterminds\HTML5;
use Symfony\Component\HtmlSanitizer\HtmlSanitizer;
use Symfony\Component\HtmlSanitizer\HtmlSanitizerAction;
use Symfony\Component\HtmlSanitizer\HtmlSanitizerConfig;

/**
 * Makes a clean text of whatever HTML came in: the sanitizer takes out what is not allowed, and what is left is written in
 * the one way that CleanText knows.
 *
 * @phpstan-import-type Place from Nodes
 */
final class TextCleaner
{
    /** Letters of HTML that are looked at; the longest text of the schema. */
    public const LONGEST = 400_000;

    /** Elements that part paragraphs, and are none of ours. */
    private const PARTS = [
        'div',
        'section',
        'article',
        'main',
        'header',
        'footer',
        'aside',
        'figure',
        'figcaption',
        'address',
        'center',
        'dl',
        'dt',
        'dd',
        'h1',
        'h2',
        'h3',
        'h4',
        'h5',
        'h6',
        'caption',
        'form',
        'fieldset',
    ];

    private const DROPPED = [
        'script',
        'style',
        'template',
        'iframe',
        'frame',
        'frameset',
        'object',
        'embed',
        'applet',
        'noscript',
        'noembed',
        'noframes',
        'svg',
        'math',
        'title',
        'textarea',
        'select',
        'button',
        'input',
        'xmp',
        'plaintext',
        'canvas',
    ];

    /** Formatting by another name. */
    private const SAME = ['b' => 'strong', 'i' => 'em', 'ins' => 'u', 'tt' => 'code', 'kbd' => 'code', 'samp' => 'code'];

    private const ALLOWED = [
        'p' => [], 'strong' => [], 'em' => [], 'u' => [], 'sub' => [], 'sup' => [], 'ul' => [], 'ol' => [], 'li' => [], 'br' => [],
        'a' => [
            'href',
            'data-medium',
        ], 'blockquote' => [], 'code' => [], 'pre' => [], 'table' => [], 'thead' => [], 'tbody' => [], 'tfoot' => [], 'tr' => [],
        'th' => [], 'td' => [], 'img' => [
            'data-medium',
            'alt',
            'data-decoration',
        ], 'audio' => ['data-medium'], 'video' => ['data-medium', 'data-from', 'data-to'],
        'span' => ['data-tex', 'data-gap'],
    ];

    /** Stands for white space of the source that has a line break in it, until it is known what it stands beside. */
    private const BREAK = "\x1E";

    private readonly HtmlSanitizer $sanitizer;

    public function __construct()
    {
        $config = (new HtmlSanitizerConfig)->defaultAction(
            HtmlSanitizerAction::Block,
        )->withMaxInputLength(4 * self::LONGEST)->allowLinkSchemes(
            ['http', 'https', 'mailto'],
        );
        foreach (self::ALLOWED as $element => $attributes) {
            $config = $config->allowElement($element, $attributes);
        }
        foreach ([...self::PARTS, ...array_keys(self::SAME)] as $element) {
            $config = $config->allowElement($element);
        }
        foreach (self::DROPPED as $element) {
            $config = $config->dropElement($element);
        }
        $this->sanitizer = new HtmlSanitizer($config);
    }

    /**
     * The same edits with clean texts.
     *
     * @param  list<Edit>  $edits
     * @param  Workpiece  $work  on which they are to be laid
     * @return list<Edit>
     */
    public function edits(array $edits, Workpiece $work): array
    {
        /** @var array<string, Place> $inserted */
        $inserted = [];
        $typeOf = static function (string $id) use (&$inserted, $work): ?string {
            return $inserted[$id]['type'] ?? $work->node($id)['type'] ?? null;
        };
        $clean = fn (string $html): string => $this->clean($html);
        $cleaned = [];
        foreach ($edits as $edit) {
            $type = $typeOf($edit->at);
            $into = $edit->do === 'insert' && $type !== null ? Shapes::of($type)['lists'][(string) $edit->list] ?? null : null;
            if ($edit->do === 'set' && ! $edit->without && $type !== null) {
                $edit = Edit::set(
                    $edit->at,
                    (string) $edit->member,
                    RichTexts::inValue($edit->value, $type, (string) $edit->member, $clean),
                    $edit->was,
                );
            } elseif ($into !== null && $edit->node !== null) {
                RichTexts::map($edit->node, $into, $clean);
                Nodes::enter($inserted, $edit->node, $into, $edit->at, (string) $edit->list);
            }
            $cleaned[] = $edit;
        }

        return $cleaned;
    }

    /** What is too long for a text is left as it is, and refused by the document's schema: nothing is cut off. */
    public function clean(string $html): string
    {
        return mb_strlen($html) > self::LONGEST || CleanText::is($html) ? $html : $this->rewritten($html);
    }

    /** The same, for a text that may be clean already. */
    public function rewritten(string $html): string
    {
        // A sign that opens no tag is one (HTML, "tag open state"); the parser would leave it out.
        $html = (string) preg_replace(['/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F]/', '~<(?![a-zA-Z/!?])~'], ['', '&lt;'], $html);
        $fragment = (new HTML5(['disable_html_ns' => true]))->loadHTMLFragment(
            str_contains($html, '<') ? $this->sanitizer->sanitize($html) : $html,
        );
        $clean = $this->flow($fragment, 1);

        return CleanText::is($clean) ? $clean : throw new \LogicException('A cleaned text is clean.');
    }

    /** Flow as CleanText has it: inline where there is no block, else blocks and media. */
    private function flow(DOMNode $node, int $depth): string
    {
        $pieces = [];
        $this->pieces($node, $depth, $pieces);
        $runs = $blocks = [];
        foreach ($pieces as [$kind, $html]) {
            if ($kind === 'inline') {
                $runs[] = $html;
            } else {
                array_push($blocks, ...self::paragraph($runs), ...($kind === 'block' ? [$html] : []));
                $runs = [];
            }
        }
        if ($blocks === []) {
            return self::trimmed($runs);
        }
        array_push($blocks, ...self::paragraph($runs));
        if (count($blocks) === 1 && str_starts_with($blocks[0], '<p>')) {
            return substr($blocks[0], 3, -4);
        }

        return implode('', $blocks);
    }

    /**
     * A run of inline content beside blocks.
     *
     * @param  list<string>  $runs
     * @return list<string>
     */
    private static function paragraph(array $runs): array
    {
        $html = self::trimmed($runs);
        $parts = array_values(array_filter($runs, static fn (string $run): bool => trim($run, ' '.self::BREAK) !== ''));
        $isMedia = static fn (string $run): bool => preg_match('~^<(?:img|audio|video|span data-tex)\b~', $run) === 1;
        if ($parts === []) {
            return [];
        }

        return array_filter($parts, $isMedia) === $parts ? $parts : ["<p>$html</p>"];
    }

    /** @param  list<string>  $runs */
    private static function trimmed(array $runs): string
    {
        $html = trim(implode('', $runs), self::BREAK);
        $html = (string) preg_replace('/'.self::BREAK.'*<br>'.self::BREAK.'*/', '<br>', $html);

        return (string) preg_replace('/[ ]*'.self::BREAK.'[ '.self::BREAK.']*/', ' ', $html);
    }

    /**
     * @param  list<array{string, string}>  $pieces  inline, block, or the place where paragraphs part
     */
    private function pieces(DOMNode $node, int $depth, array &$pieces): void
    {
        foreach ($node->childNodes as $child) {
            $name = $child instanceof DOMElement ? strtolower((string) $child->localName) : '';
            if (in_array($name, self::PARTS, true)) {
                $pieces[] = ['part', ''];
                $this->pieces($child, $depth, $pieces);
                $pieces[] = ['part', ''];

                continue;
            }
            $block = $child instanceof DOMElement && $depth < CleanText::DEEPEST ? $this->block($child, $name, $depth) : null;
            if ($block !== null) {
                $pieces[] = ['block', $block];
            } else {
                // A run of words may come to stand in a paragraph of its own.
                foreach ($this->inline($child, $depth + 1, false) as $html) {
                    $pieces[] = ['inline', $html];
                }
            }
        }
    }

    private function block(DOMElement $element, string $name, int $depth): ?string
    {
        switch ($name) {
            case 'p':
                return '<p>'.self::trimmed($this->inlineOf($element, $depth + 1, false)).'</p>';
            case 'pre':
                return '<pre>'.implode('', $this->inlineOf($element, $depth + 1, true)).'</pre>';
            case 'blockquote':
                return '<blockquote>'.$this->flow($element, $depth + 1).'</blockquote>';
            case 'ul':
            case 'ol':
                $items = '';
                foreach (self::children($element) as $child) {
                    $items .= $depth + 1 >= CleanText::DEEPEST
                        ? ''
                        : '<li>'.($child->localName === 'li'
                            ? $this->flow($child, $depth + 2)
                            : $this->flow(self::wrapped($child), $depth + 2)).'</li>';
                }

                return "<$name>$items</$name>";
            case 'table':
                return $depth + 3 >= CleanText::DEEPEST ? null : $this->table($element, $depth);
        }

        return null;
    }

    private function table(DOMElement $table, int $depth): string
    {
        $sections = ['thead' => '', 'tbody' => ''];
        $rows = static fn (DOMElement $section): array => array_filter(
            self::children($section),
            static fn (DOMElement $row): bool => $row->localName === 'tr',
        );
        foreach (self::children($table) as $child) {
            $section = $child->localName === 'thead' ? 'thead' : 'tbody';
            foreach ($child->localName === 'tr' ? [$child] : $rows($child) as $row) {
                $cells = '';
                foreach (self::children($row) as $cell) {
                    if ($cell->localName === 'td' || $cell->localName === 'th') {
                        $cells .= "<$cell->localName>".$this->flow($cell, $depth + 4)."</$cell->localName>";
                    }
                }
                $sections[$section] .= "<tr>$cells</tr>";
            }
        }

        return '<table>'.($sections['thead'] === '' ? '' : "<thead>{$sections['thead']}</thead>")
            .($sections['tbody'] === '' ? '' : "<tbody>{$sections['tbody']}</tbody>")
            .'</table>';
    }

    /** @return list<string> */
    private function inlineOf(DOMNode $node, int $depth, bool $pre, bool $linked = false): array
    {
        $html = [];
        foreach ($node->childNodes as $child) {
            array_push($html, ...$this->inline($child, $depth, $pre, $linked));
        }

        return $html;
    }

    /** @return list<string> */
    private function inline(DOMNode $node, int $depth, bool $pre, bool $linked = false): array
    {
        if ($node instanceof DOMText) {
            $text = OpeningTag::escaped(str_replace(["\r\n", "\r"], "\n", $node->data), false);

            return [$pre ? str_replace("\t", '    ', $text) : (string) preg_replace('/ *[\t\n][ \t\n]*/', self::BREAK, $text)];
        }
        if (! $node instanceof DOMElement) {
            return [];
        }
        $name = self::SAME[strtolower((string) $node->localName)] ?? strtolower((string) $node->localName);
        if ($name === 'br') {
            return ['<br>'];
        }
        $words = OpeningTag::escaped((string) preg_replace('/\s+/u', ' ', $node->textContent), false);
        $open = OpeningTag::of($node, $name);
        if (in_array($name, ['img', 'audio', 'video', 'span'], true)) {
            return match (true) {
                $open === null && $name !== 'span' => [],
                $open === null || $depth >= CleanText::DEEPEST => $this->inlineOf($node, $depth, $pre, $linked),
                $name === 'img' => [$open],
                default => [$open.(str_contains($open, ' data-gap=') ? '' : $words)."</$name>"],
            };
        }
        if (! in_array($name, CleanText::INLINE, true) || $open === null || $depth >= CleanText::DEEPEST || ($name === 'a' && $linked)) {
            return $this->inlineOf($node, $depth, $pre, $linked);
        }

        return [$open.implode('', $this->inlineOf($node, $depth + 1, $pre, $linked || $name === 'a'))."</$name>"];
    }

    /** @return list<DOMElement> */
    private static function children(DOMElement $element): array
    {
        $children = [];
        foreach ($element->childNodes as $child) {
            if ($child instanceof DOMElement) {
                $children[] = $child;
            }
        }

        return $children;
    }

    /** A list's child that is no item, as the content of one. */
    private static function wrapped(DOMElement $child): DOMElement
    {
        $item = $child->ownerDocument?->createElement('li') ?? throw new \LogicException('An element has a document.');
        $item->appendChild($child->cloneNode(true));

        return $item;
    }
}
