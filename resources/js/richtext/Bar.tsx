import type { Editor } from '@tiptap/core';
import { useEditorState } from '@tiptap/react';
import { BubbleMenu } from '@tiptap/react/menus';
import { Bold, Code, Italic, Link, List, ListOrdered, Subscript, Superscript, Underline } from 'lucide-react';
import { useState } from 'react';
import { webAddress } from '../ui/address';
import { say } from '../words/words';

const isMail = (typed: string) => /^[^\s@/:]+@[^\s@/]+$/.test(typed);

const tools = [
    { name: 'bold', Sign: Bold, words: say('build.bar.bold'), keys: 'Ctrl+B' },
    { name: 'italic', Sign: Italic, words: say('build.bar.italic'), keys: 'Ctrl+I' },
    { name: 'underline', Sign: Underline, words: say('build.bar.underlined'), keys: 'Ctrl+U' },
    { name: 'superscript', Sign: Superscript, words: say('build.bar.raised'), keys: 'Ctrl+.' },
    { name: 'subscript', Sign: Subscript, words: say('build.bar.lowered'), keys: 'Ctrl+,' },
    { name: 'code', Sign: Code, words: say('build.bar.code'), keys: 'Ctrl+E' },
] as const;

const lists = [
    { name: 'bulletList', Sign: List, words: say('build.bar.list'), keys: 'Ctrl+Shift+8' },
    { name: 'orderedList', Sign: ListOrdered, words: say('build.bar.numbered-list'), keys: 'Ctrl+Shift+7' },
] as const;

/** The small bar that comes when words are selected. */
export function Bar({ editor, line }: { editor: Editor; line: boolean }) {
    const [linking, setLinking] = useState(false);
    const [address, setAddress] = useState('');
    const [isNone, setIsNone] = useState(false);
    const active = useEditorState({
        editor,
        selector: ({ editor: now }) =>
            Object.fromEntries([...tools, ...lists, { name: 'link' }].map(({ name }) => [name, now.isActive(name)])),
    });
    const button = (name: string, Sign: typeof Bold, words: string, keys: string, act: () => void) => (
        <button
            key={name}
            type="button"
            className={`grid size-8 place-items-center rounded-sm hover:bg-tint ${active[name] ? 'bg-tint text-accent' : ''}`}
            aria-pressed={active[name]}
            aria-label={words}
            title={keys === '' ? words : `${words} (${keys})`}
            // The words stay selected.
            onMouseDown={(event) => event.preventDefault()}
            onClick={act}
        >
            <Sign size={16} aria-hidden="true" />
        </button>
    );
    const putLink = () => {
        const typed = address.trim();
        const href = /^mailto:\S+$/i.test(typed) ? typed : isMail(typed) ? `mailto:${typed}` : webAddress(typed);
        setIsNone(href === null);
        if (href === null) {
            return;
        }
        if (href === '') {
            editor.chain().focus().extendMarkRange('link').unsetMark('link').run();
        } else {
            editor.chain().focus().extendMarkRange('link').setMark('link', { href, medium: null }).run();
        }
        setLinking(false);
    };
    return (
        <BubbleMenu
            editor={editor}
            updateDelay={50}
            shouldShow={({ editor: now, state }) => linking || (now.isFocused && !state.selection.empty && !('node' in state.selection))}
            options={{ placement: 'top', offset: 6 }}
            className="z-20"
        >
            <div
                role="toolbar"
                aria-label={say('build.bar.formatting')}
                className="flex items-center gap-0.5 rounded-md border border-edge bg-sheet p-0.5"
            >
                {linking ? (
                    <form
                        className="flex items-center gap-1"
                        onSubmit={(event) => {
                            event.preventDefault();
                            putLink();
                        }}
                    >
                        <input
                            // biome-ignore lint/a11y/noAutofocus: it was asked for just now
                            autoFocus
                            aria-label={say('build.bar.address-of-the-link')}
                            aria-invalid={isNone}
                            title={isNone ? say('build.rung-editor.this-is-no-address-of') : ''}
                            placeholder="https://"
                            className="w-56 rounded-sm border border-edge bg-sheet px-2 py-1 text-sm aria-invalid:border-accent"
                            value={address}
                            maxLength={2000}
                            onChange={(event) => setAddress(event.currentTarget.value)}
                            onKeyDown={(event) => {
                                if (event.key === 'Escape') {
                                    setLinking(false);
                                    editor.commands.focus();
                                }
                            }}
                        />
                        <button type="submit" className="rounded-sm px-2 py-1 text-sm font-semibold hover:bg-tint">
                            {say('build.bar.link-it')}
                        </button>
                    </form>
                ) : (
                    <>
                        {tools.map(({ name, Sign, words, keys }) =>
                            button(name, Sign, words, keys, () => editor.chain().focus().toggleMark(name).run()),
                        )}
                        {!line &&
                            lists.map(({ name, Sign, words, keys }) =>
                                button(name, Sign, words, keys, () => editor.chain().focus().toggleList(name, 'listItem').run()),
                            )}
                        {button('link', Link, say('build.bar.link'), '', () => {
                            setAddress(String(editor.getAttributes('link').href ?? ''));
                            setLinking(true);
                        })}
                    </>
                )}
            </div>
        </BubbleMenu>
    );
}
