import type { JSONContent } from '@tiptap/core';
import { type Branch, blocks, escaped, quoted, treeOf, wordsIn } from '../quiz/text';

/**
 * A rich text as the editor has it, and back: what is opened and written again without a change is the same string
 * (tests/unit/richtext.test.ts). The editor always has paragraphs; a text of one stands without tags.
 */

type Doc = JSONContent;

type Mark = NonNullable<JSONContent['marks']>[number];

/** Formatting: element and mark, in the order in which they stand around each other when they are written. */
const marks = {
    link: 'a',
    bold: 'strong',
    italic: 'em',
    underline: 'u',
    subscript: 'sub',
    superscript: 'sup',
    code: 'code',
} as const;

const markOf: Record<string, string> = Object.fromEntries(Object.entries(marks).map(([mark, element]) => [element, mark]));

/** What stands in a text as one thing: in the line by this name, by itself with `Block` behind it. */
export type PieceName = 'picture' | 'sound' | 'video' | 'formula';

/** Elements stand inside each other at most so deep; a text may be somewhat deeper (core's CleanText::DEEPEST). */
const DEEPEST = 12;

export function toDoc(rich: string): Doc {
    return { type: 'doc', content: flow(treeOf(rich)) };
}

const isBlock = (node: Branch | string): node is Branch => typeof node !== 'string' && blocks.has(node.name);

function flow(nodes: (Branch | string)[]): Doc[] {
    if (!nodes.some(isBlock)) {
        return [paragraph(nodes)];
    }
    const drawn = nodes.flatMap((node): Doc[] =>
        typeof node === 'string' ? [paragraph([node])] : isBlock(node) ? block(node) : pieces(node, 'Block'),
    );
    return drawn.length === 0 ? [paragraph([])] : drawn;
}

function paragraph(nodes: (Branch | string)[]): Doc {
    return withContent({ type: 'paragraph' }, inline(nodes, []));
}

/** A block; nothing where it is a list or a table of nothing. */
function block({ name, children }: Branch): Doc[] {
    switch (name) {
        case 'ul':
        case 'ol':
            return holding(
                name === 'ul' ? 'bulletList' : 'orderedList',
                branches(children).map((item) => ({ type: 'listItem', content: flow(item.children) })),
            );
        case 'blockquote':
            return [{ type: 'blockquote', content: flow(children) }];
        case 'pre':
            return [withContent({ type: 'codeBlock' }, inline(children, []))];
        case 'table':
            return holding(
                'table',
                branches(children).flatMap((section) =>
                    branches(section.children).flatMap((row) => holding('tableRow', cellsOf(row), { head: section.name === 'thead' })),
                ),
            );
        default:
            return [paragraph(children)];
    }
}

function cellsOf(row: Branch): Doc[] {
    return branches(row.children).map((cell) => ({
        type: cell.name === 'th' ? 'tableHeader' : 'tableCell',
        content: flow(cell.children),
    }));
}

function holding(type: string, content: Doc[], attrs?: Doc['attrs']): Doc[] {
    return content.length === 0 ? [] : [{ type, content, ...(attrs === undefined ? {} : { attrs }) }];
}

function branches(nodes: (Branch | string)[]): Branch[] {
    return nodes.filter((node): node is Branch => typeof node !== 'string');
}

function withContent(node: Doc, content: Doc[]): Doc {
    return content.length === 0 ? node : { ...node, content };
}

function inline(nodes: (Branch | string)[], around: Mark[]): Doc[] {
    return nodes.flatMap((node): Doc[] => {
        if (typeof node === 'string') {
            return [marked({ type: 'text', text: node }, around)];
        }
        if (node.name === 'br') {
            return [marked({ type: 'hardBreak' }, around)];
        }
        const mark = markOf[node.name];
        if (mark === undefined) {
            return pieces(node, '').map((piece) => marked(piece, around));
        }
        const attrs =
            node.name === 'a' ? { href: node.attributes.href ?? null, medium: node.attributes['data-medium'] ?? null } : undefined;
        const isIn = around.some((one) => one.type === mark);
        return inline(node.children, isIn ? around : [...around, attrs === undefined ? { type: mark } : { type: mark, attrs }]);
    });
}

function marked(node: Doc, around: Mark[]): Doc {
    return around.length === 0 ? node : { ...node, marks: around };
}

function pieces(node: Branch, where: '' | 'Block'): Doc[] {
    const { name, attributes } = node;
    const medium = attributes['data-medium'] ?? null;
    const words = wordsIn(node);
    switch (name) {
        case 'img':
            return [
                {
                    type: `picture${where}`,
                    attrs: { medium, words: attributes.alt ?? '', decoration: attributes['data-decoration'] !== undefined },
                },
            ];
        case 'audio':
            return [{ type: `sound${where}`, attrs: { medium, words } }];
        case 'video':
            return [
                {
                    type: `video${where}`,
                    attrs: {
                        medium,
                        words,
                        from: Number(attributes['data-from'] ?? 0),
                        to: attributes['data-to'] === undefined ? null : Number(attributes['data-to']),
                    },
                },
            ];
        case 'span':
            return attributes['data-gap'] === undefined
                ? [{ type: `formula${where}`, attrs: { tex: attributes['data-tex'] ?? '', words } }]
                : [{ type: 'gap', attrs: { id: attributes['data-gap'] } }];
        default:
            return [];
    }
}

/** What the editor holds, as it is written. */
export function toRich(doc: Doc): string {
    return flowHtml(doc.content ?? [], 1);
}

function flowHtml(nodes: Doc[], depth: number): string {
    const fitting = nodes.map((node) => (isTooDeep(node, depth) ? { type: 'paragraph', content: lines(node) } : node));
    const [only] = fitting;
    if (fitting.length === 1 && only?.type === 'paragraph') {
        return inlineHtml(only.content ?? [], false, depth);
    }
    return fitting.map((node) => blockHtml(node, depth)).join('');
}

/** How many elements a block needs inside each other down to its words. */
const levels: Record<string, number> = { bulletList: 3, orderedList: 3, blockquote: 2, table: 5 };

function isTooDeep({ type = '' }: Doc, depth: number): boolean {
    return depth + (levels[type] ?? 0) > DEEPEST;
}

function blockHtml(node: Doc, depth: number): string {
    const content = node.content ?? [];
    switch (node.type) {
        case 'bulletList':
        case 'orderedList': {
            const tag = node.type === 'bulletList' ? 'ul' : 'ol';
            return `<${tag}>${content.map((item) => `<li>${flowHtml(item.content ?? [], depth + 2)}</li>`).join('')}</${tag}>`;
        }
        case 'blockquote':
            return `<blockquote>${flowHtml(content, depth + 1)}</blockquote>`;
        case 'codeBlock':
            return `<pre>${inlineHtml(content, true, depth + 1)}</pre>`;
        case 'table': {
            const rows = (head: boolean) =>
                content
                    .filter((row) => (row.attrs?.head === true) === head)
                    .map((row) => `<tr>${(row.content ?? []).map((cell) => cellHtml(cell, depth)).join('')}</tr>`)
                    .join('');
            const section = (tag: string, html: string) => (html === '' ? '' : `<${tag}>${html}</${tag}>`);
            return `<table>${section('thead', rows(true))}${section('tbody', rows(false))}</table>`;
        }
        case 'paragraph':
            return `<p>${inlineHtml(content, false, depth + 1)}</p>`;
        default:
            return pieceHtml(node);
    }
}

function cellHtml(cell: Doc, depth: number): string {
    const tag = cell.type === 'tableHeader' ? 'th' : 'td';
    return `<${tag}>${flowHtml(cell.content ?? [], depth + 4)}</${tag}>`;
}

/** What stands too deep, as words in lines. */
function lines(node: Doc): Doc[] {
    if (node.type === 'text' || node.content === undefined) {
        return [node];
    }
    return node.content.flatMap((child, index) => [
        ...(index > 0 && child.content !== undefined ? [{ type: 'hardBreak' }] : []),
        ...lines(child),
    ]);
}

const order = Object.keys(marks);

function sorted(node: Doc): Mark[] {
    return [...(node.marks ?? [])].sort((a, b) => order.indexOf(a.type) - order.indexOf(b.type));
}

function same(one: Mark | undefined, other: Mark | undefined): boolean {
    return (
        one?.type === other?.type &&
        one?.attrs?.href === other?.attrs?.href &&
        (one?.attrs?.medium ?? null) === (other?.attrs?.medium ?? null)
    );
}

function inlineHtml(nodes: Doc[], pre: boolean, depth: number): string {
    let html = '';
    const open: Mark[] = [];
    const closeTo = (count: number) => {
        while (open.length > count) {
            html += `</${marks[open.pop()?.type as keyof typeof marks]}>`;
        }
    };
    for (const node of nodes) {
        const wanted = sorted(node).slice(0, Math.max(0, DEEPEST - depth));
        let kept = 0;
        while (kept < open.length && same(open[kept], wanted[kept])) {
            kept++;
        }
        closeTo(kept);
        for (const mark of wanted.slice(kept)) {
            open.push(mark);
            html += openingTag(mark);
        }
        if (node.type === 'text') {
            html += written(node.text ?? '', pre);
        } else if (node.type === 'hardBreak') {
            html += '<br>';
        } else {
            html += pieceHtml(node);
        }
    }
    closeTo(0);
    return html;
}

/** Characters that have no place in a text are left out, as the server does. */
function written(text: string, pre: boolean): string {
    const clean = pre ? text.replaceAll('\t', '    ') : text.replace(/[\t\n\r]/g, ' ');
    // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out
    return escaped(clean.replace(/[\x00-\x09\x0B-\x1F\x7F]/g, ''));
}

function openingTag({ type, attrs }: Mark): string {
    if (type !== 'link') {
        return `<${marks[type as keyof typeof marks]}>`;
    }
    // What an address cannot hold is written as its bytes.
    const href = String(attrs?.href ?? '').replace(/[^!#-;=?-~]/gu, (sign) => encodeURIComponent(sign));
    return attrs?.medium == null ? `<a href="${quoted(href)}">` : `<a data-medium="${attrs.medium}">`;
}

const attribute = (value: unknown) =>
    quoted(
        String(value ?? '')
            // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out
            .replace(/[\x00-\x1F\x7F]+/g, ' '),
    );

function pieceHtml({ type, attrs = {} }: Doc): string {
    const words = written(String(attrs.words ?? ''), false);
    switch (type?.replace('Block', '') as PieceName | 'gap') {
        case 'picture':
            return `<img data-medium="${attrs.medium}"${attrs.decoration === true ? ' data-decoration=""' : ` alt="${attribute(attrs.words)}"`}>`;
        case 'sound':
            return `<audio data-medium="${attrs.medium}">${words}</audio>`;
        case 'video':
            return `<video data-medium="${attrs.medium}" data-from="${attrs.from ?? 0}"${attrs.to == null ? '' : ` data-to="${attrs.to}"`}>${words}</video>`;
        case 'formula':
            return `<span data-tex="${attribute(attrs.tex)}">${words}</span>`;
        case 'gap':
            return `<span data-gap="${attrs.id}"></span>`;
        default:
            return '';
    }
}
