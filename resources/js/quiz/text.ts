/**
 * Rich texts of a quiz document, as core/src/Quiz/Text.php has them: a small set of HTML in the one way in which it is
 * written. A text of one paragraph stands without the paragraph's tags. The same examples hold for both languages
 * (core/tests/Quiz/texts.json).
 */

export interface Tag {
    open: boolean;
    name: string;
    attributes: Record<string, string>;
}

/** A tag, or the words between tags. */
export type Token = Tag | string;

/** What stands by itself in flow, beside media and formulas. */
export const blocks = new Set(['p', 'blockquote', 'pre', 'ul', 'ol', 'table']);
const lines = new Set(['li', 'tr']);
/** Elements whose content is words for those who cannot see or hear them. */
const heard = new Set(['audio', 'video']);

function decoded(text: string): string {
    return text.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&amp;', '&');
}

function escaped(text: string): string {
    return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}

function quoted(text: string): string {
    return escaped(text).replaceAll('"', '&quot;');
}

/** The tags of a text and the words between them, as they are meant. */
export function tokensOf(rich: string): Token[] {
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

/** Whether a text has no formatting, so that a plain field can write it. */
export function isPlain(rich: string): boolean {
    return fromPlain(plainOf(rich)) === rich;
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

export interface Medium {
    kind: 'picture' | 'sound' | 'video' | 'document';
    medium: string;
    words: string;
    from: number;
    to: number | null;
}

/** What stands in a text between its words, one under the other. */
export type Piece =
    | { kind: 'words'; rich: string }
    | ({ kind: 'medium' } & { medium: Medium; decoration: boolean })
    | { kind: 'formula'; tex: string; words: string };

const kinds: Record<string, Medium['kind']> = { img: 'picture', audio: 'sound', video: 'video' };

function pieceHtml(piece: Exclude<Piece, { kind: 'words' }>): string {
    if (piece.kind === 'formula') {
        return `<span data-tex="${quoted(piece.tex)}">${escaped(piece.words)}</span>`;
    }
    const { kind, medium, words, from, to } = piece.medium;
    switch (kind) {
        case 'picture':
            return piece.decoration
                ? `<img data-medium="${medium}" data-decoration="">`
                : `<img data-medium="${medium}" alt="${quoted(words)}">`;
        case 'sound':
            return `<audio data-medium="${medium}">${escaped(words)}</audio>`;
        case 'video':
            return `<video data-medium="${medium}" data-from="${from}"${to === null ? '' : ` data-to="${to}"`}>${escaped(words)}</video>`;
        case 'document':
            return `<p><a data-medium="${medium}">${escaped(words)}</a></p>`;
    }
}

/** A text of words in between which media and formulas stand by themselves. */
export function fromPieces(pieces: Piece[]): string {
    const told = pieces.filter((piece) => piece.kind !== 'words' || piece.rich !== '');
    const html = told.map((piece) => {
        if (piece.kind !== 'words') {
            return pieceHtml(piece);
        }
        return told.length === 1 || isBlocks(piece.rich) ? piece.rich : `<p>${piece.rich}</p>`;
    });
    const whole = html.join('');
    return told.length === 1 && told[0]?.kind === 'medium' && whole.startsWith('<p>') ? whole.slice(3, -4) : whole;
}

function isBlocks(rich: string): boolean {
    return blocks.has(/^<([a-z]+)>/.exec(rich)?.[1] ?? '');
}

interface Stretch {
    name: string;
    raw: string;
}

/** What stands in a text side by side, each with all that is inside it. */
function stretchesOf(rich: string): Stretch[] {
    const found: Stretch[] = [];
    let depth = 0;
    for (const [raw, slash, name] of rich.matchAll(/<(\/?)([a-z]+)[^>]*>|[^<]+/g)) {
        const last = found.at(-1);
        if (depth > 0 && last !== undefined) {
            last.raw += raw;
        } else {
            found.push({ name: name ?? '', raw });
        }
        if (name !== undefined && name !== 'br' && name !== 'img') {
            depth += slash === '/' ? -1 : 1;
        }
    }
    return found;
}

function standsAlone({ name, raw }: Stretch): boolean {
    return name in kinds || raw.startsWith('<span data-tex=') || /^<p><a data-medium="[^"]*">[^<]*<\/a><\/p>$/.test(raw);
}

/** The pieces of a text: media and formulas that stand by themselves, and the words between them. */
export function piecesOf(rich: string): Piece[] {
    const stretches = stretchesOf(rich.startsWith('<a data-medium=') ? `<p>${rich}</p>` : rich);
    // In a text of one paragraph a picture stands among the words, unless there are none.
    if (!stretches.some(({ raw }) => isBlocks(raw)) && !stretches.every(standsAlone)) {
        return [{ kind: 'words', rich }];
    }
    const pieces: Piece[] = [];
    let words: Stretch[] = [];
    const end = () => {
        const only = words[0];
        if (only !== undefined) {
            const joined = words.map(({ raw }) => raw).join('');
            pieces.push({ kind: 'words', rich: words.length === 1 && only.name === 'p' ? joined.slice(3, -4) : joined });
        }
        words = [];
    };
    for (const stretch of stretches) {
        if (standsAlone(stretch)) {
            end();
            pieces.push(pieceOf(tokensOf(stretch.raw)));
        } else {
            words.push(stretch);
        }
    }
    end();
    return pieces;
}

function pieceOf(tokens: Token[]): Piece {
    const tags = tokens.filter((token): token is Tag => typeof token !== 'string');
    const tag = tags.find((one) => one.name !== 'p') as Tag;
    const words = tokens.filter((token) => typeof token === 'string').join('');
    const { attributes } = tag;
    if (attributes['data-tex'] !== undefined) {
        return { kind: 'formula', tex: attributes['data-tex'], words };
    }
    const kind = kinds[tag.name] ?? 'document';
    const to = attributes['data-to'];
    return {
        kind: 'medium',
        decoration: attributes['data-decoration'] !== undefined,
        medium: {
            kind,
            medium: attributes['data-medium'] ?? '',
            words: kind === 'picture' ? (attributes.alt ?? '') : words,
            from: Number(attributes['data-from'] ?? 0),
            to: to === undefined ? null : Number(to),
        },
    };
}

/** What is in a text beside words: its media and gaps, with what is shown of them. */
export function structureOf(rich: string): string {
    return [...rich.matchAll(/ data-(?:medium|from|to|gap)="[^"]*"/g)].join('');
}

/** The ids of the gaps in a sentence, in order. */
export function gapsIn(sentence: string): string[] {
    return [...sentence.matchAll(/<span data-gap="([^"]*)"><\/span>/g)].map((found) => found[1] ?? '');
}

/** A sentence as a plain field writes it: [1] stands for the first gap of the list. */
export function withNumbers(sentence: string, gaps: string[]): string {
    return sentence.replace(/<span data-gap="([^"]*)"><\/span>/g, (_, id: string) =>
        gaps.includes(id) ? `[${gaps.indexOf(id) + 1}]` : '',
    );
}

/** The same the other way round; a number without a gap stays as it is. */
export function withGaps(numbered: string, gaps: string[]): string {
    return numbered.replace(/\[(\d+)\]/g, (whole, digits: string) => {
        const id = gaps[Number(digits) - 1];
        return id === undefined ? whole : `<span data-gap="${id}"></span>`;
    });
}
