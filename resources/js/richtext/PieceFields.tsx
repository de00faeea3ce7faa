import type { Editor } from '@tiptap/core';
import { NodeSelection } from '@tiptap/pm/state';
import { useEditorState } from '@tiptap/react';
import { useEffect, useState } from 'react';
import { Button } from '../ui/Button';
import { Check, Field } from '../ui/Field';
import { EndField, TimecodeField } from '../ui/TimecodeField';
import { say } from '../words/words';
import type { PieceName } from './convert';
import { pieceNames } from './schema';

/** The picture, sound, video or formula that is selected in a text, and where it stands. */
function selectedPiece(editor: Editor) {
    const { selection } = editor.state;
    const name = selection instanceof NodeSelection ? (selection.node.type.name.replace('Block', '') as PieceName) : null;
    return name !== null && pieceNames.includes(name) ? { name, at: selection.from, attrs: (selection as NodeSelection).node.attrs } : null;
}

/** Says where TeX cannot be read; it is kept as it was typed. */
function TexFault({ tex }: { tex: string }) {
    const [isRead, setIsRead] = useState(true);
    useEffect(() => {
        let gone = false;
        void import('katex').then(({ default: katex }) => {
            if (gone) {
                return;
            }
            try {
                katex.renderToString(tex, { throwOnError: true, trust: false, maxExpand: 100 });
                setIsRead(true);
            } catch {
                setIsRead(false);
            }
        });
        return () => {
            gone = true;
        };
    }, [tex]);
    return isRead ? null : (
        <p role="status" className="font-semibold text-accent">
            {say('build.rich-field.tex-not-read')}
        </p>
    );
}

/** What belongs to the selected piece of a text: its words for those who cannot see or hear it, from when to when it plays. */
export function PieceFields({ editor }: { editor: Editor }) {
    const piece = useEditorState({ editor, selector: ({ editor: now }) => selectedPiece(now) });
    if (piece === null) {
        return null;
    }
    const { name, at, attrs } = piece;
    const put = (changes: object) =>
        editor.commands.command(({ tr }) => {
            tr.setNodeMarkup(at, undefined, { ...attrs, ...changes });
            tr.setSelection(NodeSelection.create(tr.doc, at));
            return true;
        });
    return (
        <div className="mt-1 grid gap-2 rounded-md border border-line bg-paper p-2 text-sm">
            {name === 'formula' && (
                <Field
                    label={say('build.rich-field.in-tex')}
                    value={attrs.tex}
                    maxLength={2000}
                    spellCheck={false}
                    placeholder={'\\frac{U}{R}'}
                    onChange={(event) => put({ tex: event.currentTarget.value })}
                />
            )}
            {name === 'formula' && <TexFault tex={attrs.tex} />}
            {name === 'video' && (
                <div className="grid grid-cols-2 gap-2">
                    <TimecodeField label={say('build.rich-field.plays-from')} value={attrs.from} onChange={(from) => put({ from })} />
                    <EndField label={say('build.rich-field.to')} value={attrs.to} onChange={(to) => put({ to })} />
                </div>
            )}
            {attrs.decoration !== true && (
                <Field
                    label={say('build.rich-field.in-words')}
                    hint={say('build.rich-field.for-those-who-cannot')}
                    value={attrs.words}
                    onChange={(event) => put({ words: event.currentTarget.value })}
                />
            )}
            <div className="flex flex-wrap items-center gap-3">
                {name === 'picture' && (
                    <Check
                        label={say('build.rich-field.only-decoration')}
                        checked={attrs.decoration}
                        onChange={(decoration) => put({ decoration })}
                    />
                )}
                <Button weight="quiet" className="ml-auto" onClick={() => editor.chain().deleteSelection().focus().run()}>
                    {say('build.rich-field.take-it-out')}
                </Button>
            </div>
        </div>
    );
}
