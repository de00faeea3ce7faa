import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useId, useState } from 'react';
import { client, take } from '../../api/client';
import type { Medium, Question } from '../../api/types';
import { letter } from '../../player/answers/parts';
import { newEntry, newQuestion } from '../../quiz/making';
import { fromPlain, quoted } from '../../quiz/text';
import { useUpload } from '../../richtext/media';
import { Button } from '../../ui/Button';
import { Field, inputClass } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { ulid } from '../../ui/ulid';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { Photograph } from './Photograph';
import type { Front } from './useSitting';

type By = 'letters' | 'words' | 'number';

const FEWEST = 2;
const MOST = 6;

const ways: { by: By; words: string }[] = [
    { by: 'letters', words: say('teacher.board.by-letters') },
    { by: 'words', words: say('teacher.board.by-words') },
    { by: 'number', words: say('teacher.board.by-number') },
];

/** A question made up on the spot: what is asked may stand on the blackboard, and letters are enough to answer it. */
export function AskNow({ front, onDone }: { front: Front; onDone: () => void }) {
    const id = useId();
    const queries = useQueryClient();
    const [prompt, setPrompt] = useState('');
    const [by, setBy] = useState<By>('letters');
    const [options, setOptions] = useState(['', '', '', '']);
    const [right, setRight] = useState<number | null>(null);
    const [key, setKey] = useState('');
    const [photo, setPhoto] = useState<Medium | null>(null);
    const [places, setPlaces] = useState<[number, number][]>([]);
    const upload = useUpload();
    // Sent again after a break, it is the same question.
    const [act] = useState(ulid);
    const { error, attempt } = useAttempt();
    const sitting = front.sitting;
    const put = (event: FormEvent) => {
        event.preventDefault();
        if (sitting === undefined) {
            return;
        }
        void attempt(async () => {
            const body = {
                id: act,
                after: sitting.number,
                question: made({ prompt, by, options: photo === null ? options : places.map(() => ''), right, key, photo, places }),
            };
            const now = await take(client.POST('/sittings/{sitting}/questions', { params: { path: { sitting: sitting.id } }, body }));
            queries.setQueryData(['sitting', sitting.id], now);
            onDone();
        });
    };
    return (
        <form className="grid gap-3" onSubmit={put} aria-label={say('teacher.board.ask-now')}>
            <div>
                <label htmlFor={`${id}-prompt`} className="text-sm font-semibold">
                    {say('teacher.board.what-is-asked')}
                </label>
                <textarea
                    id={`${id}-prompt`}
                    className={`${inputClass} min-h-20`}
                    value={prompt}
                    maxLength={2000}
                    // biome-ignore lint/a11y/noAutofocus: it is opened by a press, to be typed in
                    autoFocus
                    onChange={(event) => setPrompt(event.currentTarget.value)}
                />
                <p className="text-sm text-soft">{say('teacher.board.or-on-the-blackboard')}</p>
            </div>
            <Photograph
                photo={photo}
                places={places}
                right={right}
                upload={upload}
                onPhoto={(taken) => {
                    setPhoto(taken);
                    setPlaces([]);
                    setRight(null);
                }}
                onPlaces={setPlaces}
                onRight={setRight}
            />
            {photo === null && (
                <fieldset className="flex flex-wrap gap-2">
                    <legend className="text-sm font-semibold">{say('teacher.board.answer-by')}</legend>
                    {ways.map((way) => (
                        <label key={way.by} className="flex min-h-11 items-center gap-2">
                            <input type="radio" name={`${id}-by`} checked={by === way.by} onChange={() => setBy(way.by)} /> {way.words}
                        </label>
                    ))}
                </fieldset>
            )}
            {photo !== null ? null : by === 'letters' ? (
                <fieldset className="grid gap-1">
                    <legend className="sr-only">{say('teacher.board.by-letters')}</legend>
                    {options.map((text, index) => (
                        <div key={index} className="flex items-center gap-2">
                            <input
                                type="checkbox"
                                className="size-5 accent-accent"
                                aria-label={say('teacher.board.option-is-right', { letter: letter(index) })}
                                checked={right === index}
                                onChange={() => setRight(right === index ? null : index)}
                            />
                            <input
                                className={inputClass}
                                aria-label={letter(index)}
                                placeholder={letter(index)}
                                value={text}
                                maxLength={200}
                                onChange={(event) => setOptions(options.with(index, event.currentTarget.value))}
                            />
                        </div>
                    ))}
                    <div className="flex items-center gap-2">
                        <Button disabled={options.length >= MOST} onClick={() => setOptions([...options, ''])}>
                            {say('teacher.board.one-more')}
                        </Button>
                        <Button
                            disabled={options.length <= FEWEST}
                            onClick={() => {
                                setOptions(options.slice(0, -1));
                                setRight(right === options.length - 1 ? null : right);
                            }}
                        >
                            {say('teacher.board.one-less')}
                        </Button>
                    </div>
                    {right === null && <p className="text-sm text-soft">{say('teacher.board.none-is-right')}</p>}
                </fieldset>
            ) : (
                <Field
                    label={say('teacher.board.the-right-one')}
                    value={key}
                    maxLength={200}
                    inputMode={by === 'number' ? 'decimal' : undefined}
                    onChange={(event) => setKey(event.currentTarget.value)}
                />
            )}
            {error !== null && <Notice>{error}</Notice>}
            <div className="flex flex-wrap gap-2">
                <Button
                    type="submit"
                    weight="main"
                    className="min-h-11"
                    disabled={upload.progress !== null || (photo !== null && places.length < FEWEST)}
                >
                    {say('teacher.board.put-it')}
                </Button>
                <Button weight="quiet" onClick={onDone}>
                    {say('teacher.board.not-now')}
                </Button>
            </div>
        </form>
    );
}

interface Typed {
    prompt: string;
    by: By;
    options: string[];
    right: number | null;
    key: string;
    photo: Medium | null;
    places: [number, number][];
}

/** As the quiz document has it. What has no right answer is a poll, or words that nobody marks. */
function made({ prompt, by, options, right, key, photo, places }: Typed): Question {
    const words = fromPlain(prompt.trim() === '' ? say('teacher.board.on-the-blackboard') : prompt);
    const alt = quoted(say('teacher.board.photograph-of-the-blackboard'));
    const asked = photo === null ? words : `<p>${words}</p><img data-medium="${photo.id}" alt="${alt}">`;
    if (by === 'letters' || photo !== null) {
        const question = newQuestion(right === null ? 'poll' : 'one-choice');
        const entries = options.map((text, index) => ({
            ...newEntry(index === right, fromPlain(text.trim() === '' ? letter(index) : text)),
            ...(places[index] === undefined ? {} : { at: places[index] }),
        }));
        return { ...question, prompt: asked, entries };
    }
    const question = newQuestion(key.trim() === '' ? 'written' : by === 'number' ? 'number' : 'short-text');
    const entries = key.trim() === '' ? [] : [{ ...newEntry(true), key: key.trim() }];
    return { ...question, prompt: asked, entries };
}
