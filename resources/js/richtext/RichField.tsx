import { Editor } from '@tiptap/core';
import { NodeSelection, Selection } from '@tiptap/pm/state';
import type { EditorProps } from '@tiptap/pm/view';
import { EditorContent, useEditor } from '@tiptap/react';
import { type FocusEvent, useEffect, useId, useMemo, useRef, useState } from 'react';
import type { Medium } from '../api/types';
import { Notice } from '../ui/Notice';
import { say } from '../words/words';
import { Bar } from './Bar';
import { toDoc, toRich } from './convert';
import { InsertMenu } from './InsertMenu';
import { atMost, ownKeys } from './keys';
import { MediaShelf } from './MediaShelf';
import { useUpload } from './media';
import { PieceFields } from './PieceFields';
import { drawnPieces } from './Pieces';
import { fromPaste, LARGEST_PASTE } from './paste';
import { texts } from './schema';

export interface RichFieldProps {
    label: string;
    value: string;
    onChange: (rich: string) => void;
    hint?: string;
    placeholder?: string;
    /** Letters that fit. */
    maxLength?: number;
    hideLabel?: boolean;
    /** One line of words, as an option or an item. */
    line?: boolean;
    /** Where Enter leads on to; without it Enter begins a new paragraph. Shift+Enter is always a new line. */
    onEnter?: () => void;
    /** Backspace where there is nothing to take back. */
    onBackOut?: () => void;
    onLeave?: () => void;
    /** Where words can become gaps: those that there are, and what is told of a new one before the text with it. */
    gaps?: string[];
    onGap?: (id: string, answer: string) => void;
    /** By which the cursor is put into it (`focusField`). */
    name?: string;
}

const PAGES = 20_000;

/** Puts the cursor behind what stands in a field, where there is one of that name. */
export function focusField(name: string): boolean {
    const field = document.querySelector<HTMLElement & { editor?: Editor }>(`[data-field="${name}"]`);
    if (field === null) {
        return false;
    }
    if (field.editor instanceof Editor) {
        const { editor } = field;
        editor.commands.setTextSelection(editor.state.doc.content.size);
        // At once: what is typed next comes into it.
        editor.view.focus();
    } else {
        field.focus();
    }
    field.scrollIntoView?.({ block: 'nearest' });
    return true;
}

/** A rich text while it is written. */
export function RichField({
    label,
    value,
    onChange,
    hint,
    placeholder,
    maxLength = PAGES,
    hideLabel = false,
    line = false,
    onEnter,
    onBackOut,
    onLeave,
    gaps,
    onGap,
    name,
}: RichFieldProps) {
    const id = useId();
    const [isIn, setIsIn] = useState(false);
    const [shelf, setShelf] = useState<Medium['kind'] | null>(null);
    const [menu, setMenu] = useState(false);
    const [said, setSaid] = useState<string | null>(null);
    const [full, setFull] = useState<string | null>(null);
    const { send, fetch, progress, error } = useUpload();
    const written = useRef(value);
    const latest = useRef<Latest>({ onChange, onEnter, onBackOut, onLeave, gaps, onGap, takePictures: async () => {} });

    // What an editor is made of is made once: it is set up anew whenever something else is handed to it.
    const [made] = useState(() => ({
        extensions: [...texts, ...drawnPieces, ownKeys(line, latest, () => setMenu(true)), atMost(maxLength, setFull)],
        content: toDoc(value),
        injectCSS: false,
        enableInputRules: ['ownKeys'],
        enablePasteRules: false as const,
        shouldRerenderOnTransaction: false,
    }));
    const editorProps = useMemo(
        (): EditorProps => ({
            attributes: {
                role: 'textbox',
                'aria-multiline': String(!line),
                ...(hideLabel ? { 'aria-label': label } : { 'aria-labelledby': `${id}-label` }),
                ...(hint === undefined ? {} : { 'aria-describedby': `${id}-hint` }),
                ...(name === undefined ? {} : { 'data-field': name }),
                class: `rich rich-field scroll-my-8 rounded-md border border-edge bg-sheet ${line ? 'px-2 py-1.5' : 'px-3 py-2'}`,
            },
            ...takingIn(latest, setSaid),
        }),
        [label, hideLabel, hint, name, line, id],
    );
    const editor = useEditor({
        ...made,
        editorProps,
        onUpdate: ({ editor: now }) => {
            const rich = toRich(now.getJSON());
            if (rich !== written.current) {
                written.current = rich;
                latest.current.onChange(rich);
            }
        },
    });

    const put = (medium: Medium) => {
        const attrs = { medium: medium.id, words: '' };
        const content =
            medium.kind === 'file'
                ? { type: 'text', text: medium.title, marks: [{ type: 'link', attrs: { href: null, medium: medium.id } }] }
                : { type: medium.kind, attrs };
        editor.view.focus();
        const at = editor.state.selection.to;
        editor.commands.insertContentAt(at, content, { updateSelection: true });
        if (medium.kind !== 'file' && editor.state.doc.nodeAt(at)?.type.name === medium.kind) {
            editor.commands.setNodeSelection(at);
        }
    };
    /** One after the other, each put in where the cursor stands by then. */
    const takePictures = async (pictures: (File | string)[]) => {
        for (const picture of pictures) {
            const medium = await (typeof picture === 'string' ? fetch(picture, 'picture') : send(picture, 'picture'));
            if (medium !== null && !editor.isDestroyed) {
                put(medium);
            }
        }
    };
    latest.current = { onChange, onEnter, onBackOut, onLeave, gaps, onGap, takePictures };

    // What comes from elsewhere replaces what stands here, and leaves the cursor where it was as far as it goes.
    useEffect(() => {
        if (value !== written.current) {
            written.current = value;
            const { from, to } = editor.state.selection;
            editor.commands.setContent(toDoc(value), { emitUpdate: false });
            const { size } = editor.state.doc.content;
            editor.commands.setTextSelection({ from: Math.min(from, size), to: Math.min(to, size) });
        }
    }, [value, editor]);

    const onBlur = (event: FocusEvent) => {
        if (!event.currentTarget.contains(event.relatedTarget) && !menu) {
            setIsIn(false);
            latest.current.onLeave?.();
        }
    };
    const menuButton = (
        <InsertMenu
            editor={editor}
            line={line}
            open={menu}
            onOpen={setMenu}
            onMedium={(kind) => {
                setIsIn(true);
                setShelf(kind);
            }}
        />
    );
    return (
        // biome-ignore lint/a11y/noStaticElementInteractions: it is told whether the cursor is in one of its fields
        <div className="min-w-0 flex-1" onFocus={() => setIsIn(true)} onBlur={onBlur}>
            {!hideLabel && (
                <div className="mb-1 flex min-h-7 items-end justify-between">
                    {/* biome-ignore lint/a11y/noLabelWithoutControl: it names the field below, which is no form field */}
                    {/* biome-ignore lint/a11y/useKeyWithClickEvents: by keys one comes into the field itself */}
                    <label id={`${id}-label`} className="text-sm font-semibold" onClick={() => editor.commands.focus('end')}>
                        {label}
                    </label>
                    {menuButton}
                </div>
            )}
            <div className="relative">
                <div className="grid min-w-0">
                    <EditorContent editor={editor} className="grid min-w-0 [grid-area:1/1]" />
                    {value === '' && placeholder !== undefined && (
                        <p
                            aria-hidden="true"
                            className={`pointer-events-none z-1 text-soft [grid-area:1/1] ${line ? 'px-2 py-1.5' : 'px-3 py-2'}`}
                        >
                            {placeholder}
                        </p>
                    )}
                </div>
                {/* On the edge, so that no field moves when one is written in. */}
                {hideLabel && isIn && <div className="absolute -top-3 right-1 rounded-md border border-edge bg-sheet">{menuButton}</div>}
            </div>
            {hint !== undefined && (
                <p id={`${id}-hint`} className="mt-1 text-sm text-soft">
                    {hint}
                </p>
            )}
            {isIn && <Bar editor={editor} line={line} />}
            {isIn && <PieceFields editor={editor} />}
            {shelf !== null && (
                <MediaShelf
                    kind={shelf}
                    onChoose={(medium) => {
                        setShelf(null);
                        put(medium);
                    }}
                    onClose={() => {
                        setShelf(null);
                        editor.commands.focus();
                    }}
                />
            )}
            {progress !== null && (
                <p role="status" className="mt-1 text-sm">
                    {say('build.media-shelf.on-its-way', { percent: Math.round(progress * 100) })}
                </p>
            )}
            {(full ?? said ?? error) !== null && <Notice>{full ?? said ?? error}</Notice>}
        </div>
    );
}

/** What the parts of an editor that are made once call: as it is by the time they call it. */
interface Latest extends Pick<RichFieldProps, 'onChange'> {
    onEnter: RichFieldProps['onEnter'] | undefined;
    onBackOut: RichFieldProps['onBackOut'] | undefined;
    onLeave: RichFieldProps['onLeave'] | undefined;
    gaps: string[] | undefined;
    onGap: RichFieldProps['onGap'] | undefined;
    takePictures: (pictures: (File | string)[]) => Promise<void>;
}

/** How what is pasted and dropped is taken in. */
function takingIn(latest: { current: Latest }, tell: (words: string | null) => void): EditorProps {
    // The browser's paste is read once: for its words, and for the pictures in it.
    let read: ReturnType<typeof fromPaste> | null = null;
    return {
        handleDOMEvents: {
            // Who comes back into the words does not write over the picture that was looked at last.
            focus: (view) => {
                const { selection, tr } = view.state;
                if (selection instanceof NodeSelection) {
                    view.dispatch(tr.setSelection(Selection.near(tr.doc.resolve(selection.to))));
                }
                return false;
            },
        },
        transformPastedHTML: (html) => {
            read = html.length > LARGEST_PASTE ? null : fromPaste(html, latest.current.gaps);
            return read?.html ?? '';
        },
        handlePaste: (view, event) => {
            const html = event.clipboardData?.getData('text/html') ?? '';
            const plain = event.clipboardData?.getData('text/plain') ?? '';
            if (html.length + plain.length > LARGEST_PASTE) {
                tell(say('build.rich-field.too-much-to-paste'));
                return true;
            }
            const pictures = picturesOf(event.clipboardData);
            if (pictures.length > 0 && html === '') {
                void latest.current.takePictures(pictures);
                return true;
            }
            const { addresses, lost } = (html === '' ? null : read) ?? { addresses: [], lost: 0 };
            tell(lost === 0 ? null : say('build.rich-field.pictures-not-brought', { lost }));
            if (addresses.length > 0) {
                void latest.current.takePictures(addresses);
            }
            view.focus();
            return false;
        },
        handleDrop: (_view, event) => {
            const pictures = picturesOf(event.dataTransfer);
            if (pictures.length === 0) {
                return false;
            }
            event.preventDefault();
            void latest.current.takePictures(pictures);
            return true;
        },
    };
}

function picturesOf(data: DataTransfer | null): File[] {
    return [...(data?.files ?? [])].filter((file) => file.type.startsWith('image/'));
}
