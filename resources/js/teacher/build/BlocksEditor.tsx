import { X } from 'lucide-react';
import type { Block } from '../../api/types';
import { Formula } from '../../player/Formula';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { MediaPicker } from './MediaPicker';

const words: Record<Block['kind'], string> = { text: 'Text', picture: 'Picture', sound: 'Sound', formula: 'Formula', video: 'Video' };

/** Pictures, sound, formulas and videos of a question or an option, each with its words for those who cannot see or hear it. */
export function BlocksEditor({ blocks, onChange, of }: { blocks: Block[]; onChange: (blocks: Block[]) => void; of: string }) {
    const put = (index: number, block: Block) => onChange(blocks.map((other, at) => (at === index ? block : other)));
    const add = (kind: Exclude<Block['kind'], 'text'>) => {
        const fresh: Record<typeof kind, Block | null> = {
            formula: { kind: 'formula', tex: '', alternative: '' },
            video: { kind: 'video', clip: { media: null, from: 0, to: null }, alternative: '' },
            picture: null,
            sound: null,
        };
        const block = fresh[kind];
        if (block !== null) {
            onChange([...blocks, block]);
        }
    };
    return (
        <div className="grid gap-3">
            {blocks.map((block, index) =>
                block.kind === 'text' ? null : (
                    <div key={index} className="grid gap-2 rounded-md border border-line bg-sheet p-2">
                        <div className="flex items-center justify-between">
                            <p className="text-sm font-semibold">{words[block.kind]}</p>
                            <button
                                type="button"
                                className="grid size-8 place-items-center rounded-md hover:bg-tint"
                                aria-label={`Remove this ${words[block.kind].toLowerCase()}`}
                                onClick={() => onChange(blocks.filter((_, at) => at !== index))}
                            >
                                <X size={16} />
                            </button>
                        </div>
                        {block.kind === 'formula' && (
                            <>
                                <Field
                                    label="In TeX"
                                    placeholder="\frac{U}{R}"
                                    value={block.tex}
                                    maxLength={2000}
                                    onChange={(event) => put(index, { ...block, tex: event.currentTarget.value })}
                                />
                                {block.tex !== '' && <Formula tex={block.tex} alternative={block.alternative || block.tex} />}
                            </>
                        )}
                        {block.kind === 'video' && (
                            <MediaPicker
                                kind="video"
                                value={block.clip.media}
                                onChange={(media) => put(index, { ...block, clip: { ...block.clip, media } })}
                            />
                        )}
                        {(block.kind === 'picture' || block.kind === 'sound') && (
                            <MediaPicker
                                kind={block.kind}
                                value={block.media}
                                onChange={(media) => media !== null && put(index, { ...block, media })}
                            />
                        )}
                        <Field
                            label="In words"
                            hint="For those who cannot see or hear it."
                            value={block.alternative}
                            maxLength={500}
                            onChange={(event) => put(index, { ...block, alternative: event.currentTarget.value })}
                        />
                    </div>
                ),
            )}
            <details>
                <summary className="text-sm font-semibold">Add a picture or a sound to {of}</summary>
                <div className="mt-2 grid gap-3">
                    {(['picture', 'sound'] as const).map((kind) => (
                        <MediaPicker
                            key={kind}
                            kind={kind}
                            value={null}
                            onChange={(media) => media !== null && onChange([...blocks, { kind, media, alternative: '' }])}
                        />
                    ))}
                </div>
            </details>
            <div className="flex flex-wrap gap-2">
                <Button onClick={() => add('formula')}>Add a formula to {of}</Button>
                <Button onClick={() => add('video')}>Add a video to {of}</Button>
            </div>
        </div>
    );
}
