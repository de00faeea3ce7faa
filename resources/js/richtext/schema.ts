import { type Extensions, getSchema, Mark, mergeAttributes, Node } from '@tiptap/core';
import { ListItem } from '@tiptap/extension-list';
import { Subscript } from '@tiptap/extension-subscript';
import { Superscript } from '@tiptap/extension-superscript';
import { Table, TableCell, TableHeader, TableRow } from '@tiptap/extension-table';
import { StarterKit } from '@tiptap/starter-kit';
import type { PieceName } from './convert';

/** What a rich text can hold, as the editor knows it; `convert.ts` reads and writes it. */

/** An address, or a document of the teacher's to open. */
const Link = Mark.create({
    name: 'link',
    inclusive: false,
    addAttributes: () => ({ href: { default: null }, medium: { default: null } }),
    parseHTML: () => [
        {
            tag: 'a[href]',
            getAttrs: (element) => {
                const href = element.getAttribute('href') ?? '';
                return /^(https?:\/\/|mailto:)/i.test(href) ? { href, medium: null } : false;
            },
        },
        { tag: 'a[data-medium]', getAttrs: (element) => ({ href: null, medium: element.getAttribute('data-medium') }) },
    ],
    renderHTML: ({ HTMLAttributes: { href, medium } }) => ['a', { class: 'underline font-semibold', href, 'data-medium': medium }, 0],
});

/** A place to fill in, in the sentence of a question with gaps; it shows its number. */
const Gap = Node.create({
    name: 'gap',
    group: 'inline',
    inline: true,
    atom: true,
    selectable: true,
    draggable: true,
    addAttributes: () => ({ id: { default: null } }),
    parseHTML: () => [{ tag: 'span[data-gap]', getAttrs: (element) => ({ id: element.getAttribute('data-gap') }) }],
    renderHTML: ({ HTMLAttributes: { id } }) => ['span', { 'data-gap': id, class: 'gap' }],
});

const seconds = (element: HTMLElement, name: string) => {
    const value = Number(element.getAttribute(name) ?? Number.NaN);
    return Number.isFinite(value) ? value : null;
};

const members: Record<
    PieceName,
    { attributes: Record<string, { default: unknown }>; tag: string; read: (element: HTMLElement) => object }
> = {
    picture: {
        attributes: { medium: { default: null }, words: { default: '' }, decoration: { default: false } },
        tag: 'img[data-medium]',
        read: (element) => ({
            medium: element.getAttribute('data-medium'),
            words: element.getAttribute('alt') ?? '',
            decoration: element.hasAttribute('data-decoration'),
        }),
    },
    sound: {
        attributes: { medium: { default: null }, words: { default: '' } },
        tag: 'audio[data-medium]',
        read: (element) => ({ medium: element.getAttribute('data-medium'), words: element.textContent }),
    },
    video: {
        attributes: { medium: { default: null }, words: { default: '' }, from: { default: 0 }, to: { default: null } },
        tag: 'video[data-medium]',
        read: (element) => ({
            medium: element.getAttribute('data-medium'),
            words: element.textContent,
            from: seconds(element, 'data-from') ?? 0,
            to: seconds(element, 'data-to'),
        }),
    },
    formula: {
        attributes: { tex: { default: '' }, words: { default: '' } },
        tag: 'span[data-tex]',
        read: (element) => ({ tex: element.getAttribute('data-tex') ?? '', words: element.textContent }),
    },
};

/** A medium or formula, in the line or by itself. */
function piece(name: PieceName, inline: boolean): Node {
    const { attributes, tag, read } = members[name];
    return Node.create({
        name: inline ? name : `${name}Block`,
        group: inline ? 'inline' : 'block',
        inline,
        atom: true,
        selectable: true,
        draggable: true,
        addAttributes: () => attributes,
        // What is pasted comes into the line it is pasted into.
        parseHTML: () => (inline ? [{ tag, getAttrs: read }] : []),
        renderHTML: ({ HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes, { 'data-piece': name })],
    });
}

export const pieceNames = Object.keys(members) as PieceName[];

/** The pieces with how they are drawn, where they are drawn. */
export function piecesWith(draw: (node: Node) => Node): Extensions {
    return pieceNames.flatMap((name) => [draw(piece(name, true)), draw(piece(name, false))]);
}

/** Everything but the pieces. */
export const texts: Extensions = [
    StarterKit.configure({
        heading: false,
        horizontalRule: false,
        strike: false,
        link: false,
        trailingNode: false,
        // A step back is one of the whole quiz.
        undoRedo: false,
        dropcursor: { color: false, class: 'bg-accent' },
        code: false,
        codeBlock: false,
        listItem: false,
    }),
    ListItem.extend({ content: 'block+' }),
    Link,
    Gap,
    Subscript,
    Superscript,
    Mark.create({
        name: 'code',
        parseHTML: () => [{ tag: 'code' }, { tag: 'kbd' }, { tag: 'samp' }, { tag: 'tt' }],
        renderHTML: () => ['code', 0],
        addKeyboardShortcuts() {
            return { 'Mod-e': () => this.editor.commands.toggleMark(this.name) };
        },
    }),
    Node.create({
        name: 'codeBlock',
        group: 'block',
        content: 'inline*',
        code: true,
        defining: true,
        parseHTML: () => [{ tag: 'pre', preserveWhitespace: 'full' }],
        renderHTML: () => ['pre', 0],
        addKeyboardShortcuts() {
            return {
                // The second empty line leaves it.
                Enter: ({ editor }) => {
                    const { $from, empty } = editor.state.selection;
                    if (!empty || $from.parent.type !== this.type) {
                        return false;
                    }
                    const before = $from.parent.textBetween(0, $from.parentOffset, '', '￼');
                    const atEnd = $from.parentOffset === $from.parent.content.size;
                    if (atEnd && before.endsWith('\n')) {
                        return editor
                            .chain()
                            .command(({ tr }) => {
                                tr.delete($from.pos - 1, $from.pos);
                                return true;
                            })
                            .exitCode()
                            .run();
                    }
                    return editor.commands.insertContent({ type: 'text', text: '\n' });
                },
            };
        },
    }),
    Table.configure({ resizable: false }),
    TableRow.extend({
        content: '(tableCell | tableHeader)+',
        addAttributes: () => ({
            head: { default: false, parseHTML: (element: HTMLElement) => element.parentElement?.tagName === 'THEAD', rendered: false },
        }),
    }),
    TableCell,
    TableHeader,
];

/** What a text can hold, without an editor. */
export const schema = getSchema([...texts, ...piecesWith((node) => node)]);
