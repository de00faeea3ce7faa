import type { Editor } from '@tiptap/core';
import { Code, FileText, Film, Image, List, ListOrdered, Plus, Quote, Sigma, Table, Volume2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { Medium } from '../api/types';
import { say } from '../words/words';

interface Props {
    editor: Editor;
    /** One line: what has lines of its own cannot come into it. */
    line: boolean;
    open: boolean;
    onOpen: (open: boolean) => void;
    onMedium: (kind: Medium['kind']) => void;
}

const media = [
    { kind: 'picture', Sign: Image },
    { kind: 'sound', Sign: Volume2 },
    { kind: 'video', Sign: Film },
    { kind: 'file', Sign: FileText },
] as const;

/** What can be put into a text beside words. */
export function InsertMenu({ editor, line, open, onOpen, onMedium }: Props) {
    const inTable = editor.isActive('table');
    const item = (words: string, Sign: typeof Plus, act: () => void) => (
        <DropdownMenu.Item
            key={words}
            className="flex cursor-pointer items-center gap-2 rounded-sm px-2 py-1 text-sm outline-none data-[highlighted]:bg-tint"
            onSelect={act}
        >
            <Sign size={16} aria-hidden="true" /> {words}
        </DropdownMenu.Item>
    );
    return (
        <DropdownMenu.Root open={open} onOpenChange={onOpen} modal={false}>
            <DropdownMenu.Trigger
                tabIndex={-1}
                className="grid size-6 shrink-0 place-items-center rounded-md text-soft hover:bg-tint hover:text-ink"
                aria-label={say('build.insert-menu.put-in')}
                title={say('build.insert-menu.put-in')}
            >
                <Plus size={16} aria-hidden="true" />
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
                <DropdownMenu.Content
                    align="end"
                    className="z-30 max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto rounded-md border border-edge bg-sheet p-1"
                    // The cursor goes back into the text.
                    onCloseAutoFocus={(event) => event.preventDefault()}
                    onEscapeKeyDown={() => editor.commands.focus()}
                >
                    {item(say('build.insert-menu.formula'), Sigma, () => putFormula(editor))}
                    {media.map(({ kind, Sign }) => item(say('build.insert-menu.medium', { kind }), Sign, () => onMedium(kind)))}
                    {!line && (
                        <>
                            <DropdownMenu.Separator className="my-1 h-px bg-line" />
                            {item(say('build.bar.list'), List, () => editor.chain().focus().toggleList('bulletList', 'listItem').run())}
                            {item(say('build.bar.numbered-list'), ListOrdered, () =>
                                editor.chain().focus().toggleList('orderedList', 'listItem').run(),
                            )}
                            {item(say('build.insert-menu.quotation'), Quote, () => editor.chain().focus().toggleWrap('blockquote').run())}
                            {item(say('build.insert-menu.code-in-lines'), Code, () =>
                                editor.chain().focus().toggleNode('codeBlock', 'paragraph').run(),
                            )}
                            {inTable
                                ? tableTools.map(([words, act]) => item(words, Table, () => act(editor)))
                                : item(say('build.insert-menu.table'), Table, () => putTable(editor))}
                        </>
                    )}
                </DropdownMenu.Content>
            </DropdownMenu.Portal>
        </DropdownMenu.Root>
    );
}

const tableTools: [string, (editor: Editor) => void][] = [
    [say('build.insert-menu.row-below'), (editor) => editor.chain().focus().addRowAfter().run()],
    [say('build.insert-menu.column-to-the-right'), (editor) => editor.chain().focus().addColumnAfter().run()],
    [say('build.insert-menu.take-the-row-out'), (editor) => editor.chain().focus().deleteRow().run()],
    [say('build.insert-menu.take-the-column-out'), (editor) => editor.chain().focus().deleteColumn().run()],
    [say('build.insert-menu.take-the-table-out'), (editor) => editor.chain().focus().deleteTable().run()],
];

/** A formula, to be written where the cursor stands. */
export function putFormula(editor: Editor): void {
    const at = editor.state.selection.from;
    editor
        .chain()
        .insertContent({ type: 'formula', attrs: { tex: '', words: '' } })
        .setNodeSelection(at)
        .run();
}

/** Two columns of three rows; the first row names the columns. */
function putTable(editor: Editor): void {
    const cell = (type: string) => ({ type, content: [{ type: 'paragraph' }] });
    const row = (type: string, head: boolean) => ({ type: 'tableRow', attrs: { head }, content: [cell(type), cell(type)] });
    editor
        .chain()
        .focus()
        .insertContent({ type: 'table', content: [row('tableHeader', true), row('tableCell', false), row('tableCell', false)] })
        .run();
}
