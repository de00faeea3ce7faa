/**
 * Rich texts of a quiz document, as core/src/Quiz/Text.php has them: a small set of HTML in the one way in which it is
 * written. A text of one paragraph stands without the paragraph's tags. The same examples hold for both languages
 * (core/tests/Quiz/texts.json).
 */

interface Tag {
    open: boolean;
    name: string;
    attributes: Record<string, string>;
}

/** A tag, or the words between tags. */
type Token = Tag | string;

/** What stands by itself in flow, beside media and formulas. */
export const blocks = new Set(['p', 'blockquote', 'pre', 'ul', 'ol', 'table']);
const lines = new Set(['li', 'tr']);
/** Elements whose content is words for those who cannot see or hear them. */
const heard = new Set(['audio', 'video']);

function decoded(text: string): string {
    return text.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&amp;', '&');
}

export function escaped(text: string): string {
    return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}

export function quoted(text: string): string {
    return escaped(text).replaceAll('"', '&quot;');
}

/** The tags of a text and the words between them, as they are meant. */
function tokensOf(rich: string): Token[] {
    if (!rich.includes('<')) {
        return rich === '' ? [] : [decoded(rich)];
    }
    return [...rich.matchAll(/<(\/?)([a-z]+)((?: [a-z-]+="[^"]*")*)>|[^<]+/g)].map(([whole, slash, name, attributes]) =>
        name === undefined
            ? decoded(whole)
            : {
                  open: slash === '',
                  name,
                  attributes: Object.fromEntries(
                      [...(attributes ?? '').matchAll(/ ([a-z-]+)="([^"]*)"/g)].map((found) => [found[1], decoded(found[2] ?? '')]),
                  ),
              },
    );
}

/** An element with what stands in it. */
export interface Branch {
    name: string;
    attributes: Record<string, string>;
    children: (Branch | string)[];
}

/** A text as elements inside each other. */
export function treeOf(rich: string): (Branch | string)[] {
    const root: Branch = { name: '', attributes: {}, children: [] };
    const open = [root];
    for (const token of tokensOf(rich)) {
        const above = open.at(-1) ?? root;
        if (typeof token === 'string') {
            above.children.push(token);
        } else if (!token.open) {
            if (open.length > 1) {
                open.pop();
            }
        } else {
            const { name, attributes } = token;
            const node = { name, attributes, children: [] };
            above.children.push(node);
            if (name !== 'br' && name !== 'img') {
                open.push(node);
            }
        }
    }
    return root.children;
}

/** The words that stand in an element itself. */
export function wordsIn(node: Branch): string {
    return node.children.filter((child) => typeof child === 'string').join('');
}

/** Words without formatting: an empty line parts paragraphs. What cannot be written in a field is left out. */
export function fromPlain(plain: string): string {
    const clean = plain
        .replace(/\r\n?/g, '\n')
        .replaceAll('\t', ' ')
        // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out
        .replace(/[\x00-\x09\x0B-\x1F\x7F]/g, '');
    const parts = escaped(clean).split('\n\n');
    const html = parts.join('</p><p>');
    return (parts.length === 1 ? html : `<p>${html}</p>`).replaceAll('\n', '<br>');
}

function told(rich: string, withAlternatives: boolean): string {
    let words = '';
    let between = '';
    let began = false;
    let first = false;
    let silent: string | null = null;
    let depth = 0;
    const tokens = tokensOf(rich);
    const isFlow = tokens.some((token) => typeof token !== 'string' && blocks.has(token.name));
    for (const [index, token] of tokens.entries()) {
        const tag = typeof token === 'string' ? null : token;
        if (tag !== null && !tag.open) {
            silent = silent === tag.name ? null : silent;
            depth--;
            continue;
        }
        const name = tag?.name ?? '';
        const standsAlone = isFlow && depth === 0 && tag !== null;
        depth += tag === null || name === 'br' || name === 'img' ? 0 : 1;
        if (standsAlone || blocks.has(name) || lines.has(name)) {
            between = began && between === '' ? (lines.has(name) ? '\n' : '\n\n') : between;
        } else if (name === 'td' || name === 'th') {
            between = first ? between : '\t';
        }
        first = name === 'tr';
        if (heard.has(name) && !withAlternatives) {
            silent = name;
        }
        const next = tokens[index + 1];
        let now = '';
        if (silent === null) {
            if (tag === null) {
                now = token as string;
            } else if (name === 'br') {
                now = '\n';
            } else if (name === 'img' && withAlternatives) {
                now = ` ${tag.attributes.alt ?? ''} `;
            } else if (tag.attributes['data-tex'] !== undefined && typeof next !== 'string') {
                now = tag.attributes['data-tex'];
            } else if (tag.attributes['data-gap'] !== undefined) {
                now = '…';
            }
        }
        if (now !== '' || name === 'p' || name === 'pre') {
            words += between + now;
            between = '';
            began = true;
        }
    }
    return words;
}

/** The words as they are written, formulas in words, pictures and sounds left out; a gap is “…”. */
export function plainOf(rich: string): string {
    return rich.includes('<') || rich.includes('&') ? told(rich, false) : rich;
}

/** By what a text is named: its words, and where it has none, those that stand for its pictures and sounds. */
export function nameOf(rich: string): string {
    return plainOf(rich).trim() || told(rich, true).trim();
}

/** Nothing to read, see or hear. */
export function isEmpty(rich: string): boolean {
    return plainOf(rich).trim() === '' && !rich.includes(' data-medium="');
}

/** Words of several letters or signs that stand for themselves in a pattern. */
function literally(text: string): string {
    return text.replace(/[\\^$.*+?()[\]{}|]/g, '\\$&');
}

/** The same text with another word wherever that word stands, in the words that stand for pictures too. */
export function withWord(rich: string, from: string, to: string): string {
    const word = new RegExp(`(?<![\\p{L}\\p{N}])${literally(escaped(from))}(?![\\p{L}\\p{N}])`, 'gu');
    return rich.replace(/<[^>]*>|[^<]+/g, (part) =>
        part.startsWith('<')
            ? part.replace(/ alt="([^"]*)"/, (_, words: string) => ` alt="${words.replace(word, () => quoted(to))}"`)
            : part.replace(word, () => escaped(to)),
    );
}

/** What is in a text beside words: its media and gaps, with what is shown of them. */
export function structureOf(rich: string): string {
    return [...rich.matchAll(/ data-(?:medium|from|to|gap)="[^"]*"/g)].join('');
}

/** The ids of the gaps in a sentence, in order. */
export function gapsIn(sentence: string): string[] {
    return [...sentence.matchAll(/<span data-gap="([^"]*)"><\/span>/g)].map((found) => found[1] ?? '');
}
