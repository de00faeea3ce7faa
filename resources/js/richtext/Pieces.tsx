import type { Extensions, Node } from '@tiptap/core';
import { NodeSelection } from '@tiptap/pm/state';
import { type NodeViewProps, NodeViewWrapper, ReactNodeViewRenderer } from '@tiptap/react';
import { Film } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Formula } from '../player/Formula';
import { mathfield, spoken } from '../ui/mathfield';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import type { PieceName } from './convert';
import { piecesWith } from './schema';

/** The pieces of a text as they stand in the editor. */
export const drawnPieces: Extensions = piecesWith((node: Node) =>
    node.extend({ addNodeView: () => ReactNodeViewRenderer(PieceView, { as: 'span', className: 'piece' }) }),
);

function PieceView({ node, editor, getPos, selected }: NodeViewProps) {
    const name = node.type.name.replace('Block', '') as PieceName;
    const block = !node.type.isInline;
    const { attrs } = node;
    const ring = selected ? 'outline-3 outline-accent' : '';
    const put = (changes: object) =>
        editor
            .chain()
            .command(({ tr }) => {
                const at = getPos();
                if (at !== undefined) {
                    tr.setNodeMarkup(at, undefined, { ...node.attrs, ...changes });
                    tr.setSelection(NodeSelection.create(tr.doc, at));
                }
                return at !== undefined;
            })
            .run();
    return (
        <NodeViewWrapper as="span" className={block ? 'my-1 block' : 'inline-block align-middle'} data-drag-handle>
            {name === 'picture' && (
                <span className="relative inline-block max-w-full">
                    <img
                        src={`/media/${attrs.medium}`}
                        alt={attrs.words || say('build.rich-field.picture-without-words')}
                        className={`max-h-40 max-w-full rounded-md ${ring}`}
                    />
                    {!attrs.decoration && attrs.words === '' && (
                        <span className="absolute bottom-1 left-1 rounded-sm bg-yet-tint px-1 text-xs font-semibold text-yet">
                            {say('build.rich-field.needs-words')}
                        </span>
                    )}
                </span>
            )}
            {name === 'sound' && (
                // biome-ignore lint/a11y/useMediaCaption: what is heard stands in words in its label
                <audio
                    controls
                    preload="none"
                    src={`/media/${attrs.medium}`}
                    aria-label={attrs.words}
                    className={`h-9 max-w-full ${ring}`}
                />
            )}
            {name === 'video' && (
                <span className={`inline-flex items-center gap-1 rounded-md border border-edge bg-paper px-2 py-1 text-sm ${ring}`}>
                    <Film size={16} aria-hidden="true" />
                    {attrs.words || say('build.rich-field.video')} {timecode(attrs.from)}–{attrs.to === null ? '' : timecode(attrs.to)}
                </span>
            )}
            {name === 'formula' &&
                (selected ? (
                    <FormulaInLine
                        tex={attrs.tex}
                        onChange={(tex) => put({ tex })}
                        onSpoken={(words, before) => (attrs.words === '' || attrs.words === before) && put({ words })}
                        onLeave={(forward) => {
                            const at = getPos() ?? 0;
                            const chain = editor.chain();
                            if (node.attrs.tex === '') {
                                chain.deleteRange({ from: at, to: at + node.nodeSize }).run();
                            } else {
                                chain.setTextSelection(forward ? at + node.nodeSize : at).run();
                            }
                            // Once the field is gone, which would take the cursor with it.
                            setTimeout(() => editor.view.focus());
                        }}
                    />
                ) : attrs.tex === '' ? (
                    <span className="rounded-sm bg-tint px-1 text-sm">{say('build.rich-field.empty-formula')}</span>
                ) : (
                    <Formula tex={attrs.tex} alternative={attrs.words || attrs.tex} inline={!block} />
                ))}
        </NodeViewWrapper>
    );
}

/** A formula while it is being written, as it looks; an arrow beyond its ends, Enter or Escape lead back into the words. */
function FormulaInLine({
    tex,
    onChange,
    onSpoken,
    onLeave,
}: {
    tex: string;
    onChange: (tex: string) => void;
    /** How it is read aloud, and how it was before. */
    onSpoken: (words: string, before: string) => void;
    onLeave: (forward: boolean) => void;
}) {
    const host = useRef<HTMLSpanElement>(null);
    const latest = useRef({ onChange, onSpoken, onLeave });
    latest.current = { onChange, onSpoken, onLeave };
    const first = useRef(tex);
    const own = useRef(tex);
    const aloud = useRef('');
    const field = useRef<Awaited<ReturnType<typeof mathfield>> | null>(null);
    useEffect(() => {
        let gone = false;
        void mathfield(say('build.rich-field.formula'), first.current).then((made) => {
            if (gone || host.current === null) {
                return;
            }
            made.addEventListener('input', () => {
                own.current = made.getValue('latex');
                latest.current.onChange(own.current);
                void spoken(own.current).then((words) => {
                    latest.current.onSpoken(words, aloud.current);
                    aloud.current = words;
                });
            });
            made.addEventListener('move-out', (event) => {
                event.preventDefault();
                latest.current.onLeave(/forward|downward/.test((event as CustomEvent<{ direction: string }>).detail.direction));
            });
            made.addEventListener('keydown', (event) => {
                event.stopPropagation();
                if (event.key === 'Enter' || event.key === 'Escape') {
                    event.preventDefault();
                    latest.current.onLeave(true);
                }
            });
            host.current.replaceChildren(made);
            made.menuItems = [];
            field.current = made;
            made.focus();
        });
        return () => {
            gone = true;
            field.current?.remove();
        };
    }, []);
    // What is typed as TeX beside it shows here.
    useEffect(() => {
        if (field.current !== null && tex !== own.current) {
            own.current = tex;
            field.current.setValue(tex, { silenceNotifications: true });
        }
    }, [tex]);
    return <span ref={host} className="formula-host inline-block min-w-12" contentEditable={false} />;
}
