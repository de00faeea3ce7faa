import { X } from 'lucide-react';
import { Formula } from '../../player/Formula';
import { fromPieces, type Medium, type Piece, piecesOf } from '../../quiz/text';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { say } from '../../words/words';
import { MediaPicker } from './MediaPicker';
import { RichField } from './RichField';
import { EndField, TimecodeField } from './TimecodeField';

const names: Record<Medium['kind'], string> = {
    picture: say('build.pieces-editor.picture'),
    sound: say('build.pieces-editor.sound'),
    video: say('build.pieces-editor.video'),
    document: say('build.pieces-editor.document'),
};
const pickers = { picture: 'picture', sound: 'sound', video: 'video', document: 'file' } as const;

/** The words with which a text begins, which have a field of their own. */
export function firstWords(text: string): string {
    const first = piecesOf(text)[0];
    return first?.kind === 'words' ? first.rich : '';
}

/** The same text with other words at its beginning. */
export function withFirstWords(text: string, words: string): string {
    return fromPieces([{ kind: 'words', rich: words }, ...afterFirst(text)]);
}

/** What comes after the first words: media, formulas, and words between them. */
export function afterFirst(text: string): Piece[] {
    const pieces = piecesOf(text);
    return pieces[0]?.kind === 'words' ? pieces.slice(1) : pieces;
}

/** Pictures, sound, formulas, videos and documents of a text, each with its words for those who cannot see or hear it. */
export function PiecesEditor({ text, onChange, of }: { text: string; onChange: (text: string) => void; of: string }) {
    const change = (next: (pieces: Piece[]) => Piece[]) =>
        onChange(fromPieces([{ kind: 'words', rich: firstWords(text) }, ...next(afterFirst(text))]));
    const put = (index: number, piece: Piece) => change((pieces) => pieces.map((other, at) => (at === index ? piece : other)));
    const add = (piece: Piece) => change((pieces) => [...pieces, piece]);
    return (
        <div className="grid gap-3">
            {afterFirst(text).map((piece, index) => {
                if (piece.kind === 'words') {
                    return (
                        <RichField
                            key={index}
                            label={say('build.pieces-editor.words-below', { number: index + 1 })}
                            value={piece.rich}
                            onChange={(rich) => put(index, { kind: 'words', rich })}
                        />
                    );
                }
                const name = piece.kind === 'formula' ? say('build.pieces-editor.formula') : names[piece.medium.kind];
                return (
                    <div key={index} className="grid gap-2 rounded-md border border-line bg-sheet p-2">
                        <div className="flex items-center justify-between">
                            <p className="text-sm font-semibold">{name}</p>
                            <button
                                type="button"
                                className="grid size-8 place-items-center rounded-md hover:bg-tint"
                                aria-label={say('build.pieces-editor.remove-this', {
                                    kind: piece.kind === 'formula' ? 'formula' : piece.medium.kind,
                                })}
                                onClick={() => change((pieces) => pieces.filter((_, at) => at !== index))}
                            >
                                <X size={16} />
                            </button>
                        </div>
                        {piece.kind === 'formula' ? (
                            <FormulaFields piece={piece} onChange={(next) => put(index, next)} />
                        ) : (
                            <MediumFields piece={piece} onChange={(next) => put(index, next)} />
                        )}
                    </div>
                );
            })}
            <details>
                <summary className="text-sm font-semibold">{say('build.pieces-editor.add-a-picture-a-sound', { of })}</summary>
                <div className="mt-2 grid gap-3">
                    {(Object.keys(names) as Medium['kind'][]).map((kind) => (
                        <MediaPicker
                            key={kind}
                            kind={pickers[kind]}
                            value={null}
                            onChange={(medium) => medium !== null && add(fresh(kind, medium))}
                        />
                    ))}
                </div>
            </details>
            <Button className="justify-self-start" onClick={() => add({ kind: 'formula', tex: '', words: '' })}>
                {say('build.pieces-editor.add-a-formula-to', { of })}
            </Button>
        </div>
    );
}

function fresh(kind: Medium['kind'], medium: string): Piece {
    return {
        kind: 'medium',
        decoration: false,
        medium: { kind, medium, words: kind === 'document' ? say('build.pieces-editor.document') : '', from: 0, to: null },
    };
}

type MediumPiece = Extract<Piece, { kind: 'medium' }>;
type FormulaPiece = Extract<Piece, { kind: 'formula' }>;

function FormulaFields({ piece, onChange }: { piece: FormulaPiece; onChange: (piece: FormulaPiece) => void }) {
    return (
        <>
            <Field
                label={say('build.pieces-editor.in-tex')}
                placeholder="\frac{U}{R}"
                value={piece.tex}
                maxLength={2000}
                onChange={(event) => onChange({ ...piece, tex: event.currentTarget.value })}
            />
            {piece.tex !== '' && <Formula tex={piece.tex} alternative={piece.words || piece.tex} />}
            <Field
                label={say('build.pieces-editor.in-words')}
                hint={say('build.pieces-editor.for-those-who-cannot-see')}
                value={piece.words}
                onChange={(event) => onChange({ ...piece, words: event.currentTarget.value })}
            />
        </>
    );
}

function MediumFields({ piece, onChange }: { piece: MediumPiece; onChange: (piece: MediumPiece) => void }) {
    const { medium } = piece;
    const put = (changes: Partial<Medium>) => onChange({ ...piece, medium: { ...medium, ...changes } });
    return (
        <>
            <MediaPicker kind={pickers[medium.kind]} value={medium.medium} onChange={(id) => id !== null && put({ medium: id })} />
            {medium.kind === 'video' && (
                <div className="grid grid-cols-2 gap-3">
                    <TimecodeField label={say('build.pieces-editor.plays-from')} value={medium.from} onChange={(from) => put({ from })} />
                    <EndField label={say('build.pieces-editor.to')} value={medium.to} onChange={(to) => put({ to })} />
                </div>
            )}
            {medium.kind === 'picture' && (
                <label className="flex items-center gap-2 text-sm">
                    <input
                        type="checkbox"
                        className="size-5 accent-accent"
                        checked={piece.decoration}
                        onChange={(event) => onChange({ ...piece, decoration: event.currentTarget.checked })}
                    />
                    {say('build.pieces-editor.only-decoration-it-says-nothing')}
                </label>
            )}
            {!piece.decoration && (
                <Field
                    label={medium.kind === 'document' ? say('build.pieces-editor.its-name') : say('build.pieces-editor.in-words')}
                    hint={
                        medium.kind === 'document'
                            ? say('build.pieces-editor.what-students-press-to-open')
                            : say('build.pieces-editor.for-those-who-cannot-see-2')
                    }
                    value={medium.words}
                    onChange={(event) => put({ words: event.currentTarget.value })}
                />
            )}
        </>
    );
}
