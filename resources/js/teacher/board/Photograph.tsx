import { useId } from 'react';
import type { Medium } from '../../api/types';
import { letter } from '../../player/answers/parts';
import type { useUpload } from '../../richtext/media';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';

/** Points of the longer side as which a photograph is sent: enough to read a blackboard by. */
const LONGEST = 2400;

const MOST = 6;

interface Props {
    photo: Medium | null;
    places: [number, number][];
    right: number | null;
    upload: ReturnType<typeof useUpload>;
    onPhoto: (photo: Medium | null) => void;
    onPlaces: (places: [number, number][]) => void;
    onRight: (right: number | null) => void;
}

/** A photograph of the blackboard: a tap puts the next letter there, two to six of them. */
export function Photograph({ photo, places, right, upload, onPhoto, onPlaces, onRight }: Props) {
    const id = useId();
    const take = async (file: File | undefined) => {
        if (file !== undefined) {
            onPhoto(await upload.send(await smaller(file), 'picture'));
        }
    };
    return (
        <div className="grid gap-2">
            {photo === null ? (
                <div>
                    <label htmlFor={`${id}-file`} className="text-sm font-semibold">
                        {say('teacher.board.or-photograph-it')}
                    </label>
                    <input
                        id={`${id}-file`}
                        type="file"
                        accept="image/*"
                        capture="environment"
                        className="block w-full min-h-11 text-sm"
                        disabled={upload.progress !== null}
                        onChange={(event) => void take(event.currentTarget.files?.[0])}
                    />
                    {upload.progress !== null && <progress className="w-full" value={upload.progress} />}
                    {upload.error !== null && <Notice>{upload.error}</Notice>}
                </div>
            ) : (
                <>
                    <p className="text-sm">{say('teacher.board.tap-the-places', { count: places.length })}</p>
                    <button
                        type="button"
                        className="relative w-fit cursor-crosshair"
                        aria-label={say('teacher.board.photograph-of-the-blackboard')}
                        onClick={(event) => {
                            const box = event.currentTarget.getBoundingClientRect();
                            // By the keyboard it lies in the middle, and is moved by the numbers beside it.
                            const isPointer = event.clientX > 0 || event.clientY > 0;
                            const at: [number, number] = isPointer
                                ? [rounded((event.clientX - box.left) / box.width), rounded((event.clientY - box.top) / box.height)]
                                : [0.5, 0.5];
                            if (places.length < MOST) {
                                onPlaces([...places, at]);
                            }
                        }}
                    >
                        <img src={`/media/${photo.id}`} alt="" className="max-h-80 max-w-full rounded-md border border-line" />
                        {places.map(([x, y], index) => (
                            <span
                                key={`${x} ${y} ${letter(index)}`}
                                className="absolute flex size-8 -translate-x-1/2 -translate-y-1/2 items-center justify-center rounded-full border-2 border-ink bg-sheet font-semibold"
                                style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
                                aria-hidden="true"
                            >
                                {letter(index)}
                            </span>
                        ))}
                    </button>
                    <ul className="grid gap-1">
                        {places.map(([x, y], index) => (
                            <li key={letter(index)} className="flex flex-wrap items-center gap-2">
                                <label className="flex min-h-11 items-center gap-2">
                                    <input
                                        type="checkbox"
                                        className="size-5 accent-accent"
                                        checked={right === index}
                                        onChange={() => onRight(right === index ? null : index)}
                                    />
                                    {say('teacher.board.option-is-right', { letter: letter(index) })}
                                </label>
                                {([x, y] as const).map((share, axis) => (
                                    <input
                                        key={axis === 0 ? 'across' : 'down'}
                                        type="range"
                                        min="0"
                                        max="1"
                                        step="0.01"
                                        value={share}
                                        className="w-20"
                                        aria-label={say('teacher.board.where', {
                                            letter: letter(index),
                                            axis: axis === 0 ? 'across' : 'down',
                                        })}
                                        onChange={(event) => {
                                            const moved = Number(event.currentTarget.value);
                                            onPlaces(places.with(index, axis === 0 ? [moved, y] : [x, moved]));
                                        }}
                                    />
                                ))}
                            </li>
                        ))}
                    </ul>
                    <div className="flex gap-2">
                        <Button
                            disabled={places.length === 0}
                            onClick={() => {
                                onPlaces(places.slice(0, -1));
                                onRight(right === places.length - 1 ? null : right);
                            }}
                        >
                            {say('teacher.board.one-less')}
                        </Button>
                        <Button weight="quiet" onClick={() => onPhoto(null)}>
                            {say('teacher.board.without-photograph')}
                        </Button>
                    </div>
                </>
            )}
        </div>
    );
}

const rounded = (share: number) => Math.round(1000 * Math.min(1, Math.max(0, share))) / 1000;

/** A photograph of today's phones has more points than anybody sees; as it is, where the device cannot make it smaller. */
async function smaller(file: File): Promise<File> {
    try {
        const whole = await createImageBitmap(file);
        const share = Math.min(1, LONGEST / Math.max(whole.width, whole.height));
        const canvas = new OffscreenCanvas(Math.round(whole.width * share), Math.round(whole.height * share));
        canvas.getContext('2d')?.drawImage(whole, 0, 0, canvas.width, canvas.height);
        whole.close();
        return new File([await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })], 'blackboard.jpg', { type: 'image/jpeg' });
    } catch {
        return file;
    }
}
