import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { client, sentence, take, whileBusy } from '../api/client';
import type { components } from '../api/schema';
import type { WayIn } from '../api/types';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { exact, near } from '../ui/time';
import { rich, say } from '../words/words';
import { leaveNothing } from './seen';

/** By what one stands before a door: a class phrase, or the link of a task. */
type Key = { phrase: string } | { link: string };

type Doorway = components['schemas']['Doorway'];

/** The way in: a class phrase or a link, and as much as is asked for behind it. */
export function EntryPage() {
    const { phrase: given, link } = useParams();
    const start: Key = link === undefined ? { phrase: given?.replaceAll('-', ' ') ?? '' } : { link };
    const [key, setKey] = useState<Key>(start);
    const [doorway, setDoorway] = useState<Doorway | null>(null);
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);

    const find = async (by: Key) => {
        setBusy(true);
        setError(null);
        try {
            setDoorway(await whileBusy(() => take(client.POST('/student/class', { body: by })), setError));
            setError(null);
        } catch (problem) {
            setError(sentence(problem));
        }
        setBusy(false);
    };

    // biome-ignore lint/correctness/useExhaustiveDependencies: only what came with the address is looked up by itself
    useEffect(() => {
        if (link !== undefined || (given ?? '') !== '') {
            setKey(start);
            void find(start);
        }
    }, [given, link]);

    return (
        <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-5 py-8">
            {doorway === null ? (
                <Phrase
                    phrase={'phrase' in key ? key.phrase : ''}
                    onType={(phrase) => setKey({ phrase })}
                    onFind={() => void find(key)}
                    error={error}
                    busy={busy}
                />
            ) : (
                <Door
                    by={key}
                    doorway={doorway}
                    back={() => {
                        setDoorway(null);
                        setKey({ phrase: '' });
                    }}
                />
            )}
        </main>
    );
}

interface PhraseProps {
    phrase: string;
    onType: (phrase: string) => void;
    onFind: () => void;
    error: string | null;
    busy: boolean;
}

function Phrase({ phrase, onType, onFind, error, busy }: PhraseProps) {
    return (
        <form
            className="grid gap-5"
            onSubmit={(event) => {
                event.preventDefault();
                onFind();
            }}
        >
            <h1 className="text-4xl">{say('student.entry.come-in')}</h1>
            <Field
                label={say('student.entry.your-class-phrase')}
                hint={say('student.entry.three-short-words-from-your')}
                className="min-h-13 text-xl"
                value={phrase}
                autoCapitalize="off"
                autoComplete="off"
                spellCheck={false}
                required
                error={error ?? undefined}
                onChange={(event) => onType(event.currentTarget.value)}
            />
            <Button type="submit" weight="main" large disabled={busy || phrase.trim() === ''}>
                {say('student.entry.find-my-class')}
            </Button>
            <p className="text-sm text-soft">
                {rich('student.entry.are-you-a-teacher', {
                    a: (words: ReactNode) => (
                        <a className="underline" href="/">
                            {words}
                        </a>
                    ),
                })}
            </p>
        </form>
    );
}

/** What one presses to come in, in the way that is meant for now; the others stand behind it. */
function Door({ by, doorway, back }: { by: Key; doorway: Doorway; back: () => void }) {
    const [way, setWay] = useState<WayIn | null>(doorway.ways[0] ?? null);
    const others = doorway.ways.filter((one) => one !== way);
    return (
        <div className="grid gap-5">
            <div>
                <h1 className="text-4xl break-words">{doorway.name}</h1>
                <Button weight="quiet" className="-ml-3" onClick={back}>
                    {say('student.entry.not-your-class')}
                </Button>
            </div>
            {doorway.notNow !== null && <NotNow {...doorway.notNow} />}
            {way === null ? (
                doorway.notNow === null && <Notice>{say('student.entry.nobody-can-join')}</Notice>
            ) : (
                <WayInForm key={way} by={by} way={way} asksForCode={doorway.asksForCode} />
            )}
            {others.length > 0 && (
                <details>
                    <summary className="min-h-11 content-center font-semibold">{say('student.entry.another-way-in')}</summary>
                    <div className="grid gap-2">
                        {others.map((one) => (
                            <Button key={one} large onClick={() => setWay(one)}>
                                {say('student.entry.way', { way: one })}
                            </Button>
                        ))}
                    </div>
                </details>
            )}
        </div>
    );
}

/** The task of a link is not open yet, or no longer. */
function NotNow({ state, opensAt }: NonNullable<Doorway['notNow']>) {
    return state === 'planned' && opensAt !== null ? (
        <p className="text-lg" title={exact(opensAt)}>
            {say('student.entry.opens', { when: near(opensAt) })}
        </p>
    ) : (
        <p className="text-lg">{say('student.entry.has-closed')}</p>
    );
}

function WayInForm({ by, way, asksForCode }: { by: Key; way: WayIn; asksForCode: boolean }) {
    const [name, setName] = useState('');
    const [secret, setSecret] = useState('');
    const [code, setCode] = useState('');
    const [first, setFirst] = useState<boolean | null>(null);
    const [shown, setShown] = useState(false);
    const [ownDevice, setOwnDevice] = useState(false);
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);
    const navigate = useNavigate();
    const queries = useQueryClient();

    const asks = way === 'secret';
    const named = way === 'nameless' || name.trim() !== '';

    const enter = async (event: FormEvent) => {
        event.preventDefault();
        setBusy(true);
        setError(null);
        try {
            await whileBusy(
                () =>
                    take(
                        client.POST('/student/enter', {
                            body: {
                                ...by,
                                way,
                                name,
                                ...(asks ? { secret, first: first === true, ...(first === true ? { code } : {}) } : {}),
                                ownDevice,
                            },
                        }),
                    ),
                setError,
            );
            queries.clear();
            await leaveNothing();
            await navigate('/me');
        } catch (problem) {
            setError(sentence(problem));
        }
        setBusy(false);
    };

    return (
        <form className="grid gap-5" onSubmit={(event) => void enter(event)}>
            {way === 'nameless' ? (
                <p className="text-lg">{say('student.entry.without-a-name')}</p>
            ) : (
                <Field
                    label={way === 'guest' ? say('student.entry.a-name-of-your-own') : say('student.entry.your-name-as-your-teacher')}
                    className="min-h-13 text-xl"
                    value={name}
                    maxLength={100}
                    dir="auto"
                    autoComplete="off"
                    required
                    onChange={(event) => setName(event.currentTarget.value)}
                />
            )}
            {asks && (
                <fieldset className="grid gap-2">
                    <legend className="mb-1 text-sm font-semibold">{say('student.entry.have-you-been-here-before')}</legend>
                    {[
                        { value: true, words: say('student.entry.this-is-my-first-time') },
                        { value: false, words: say('student.entry.i-have-a-secret-already') },
                    ].map((choice) => (
                        <label
                            key={choice.words}
                            className="flex min-h-12 items-center gap-3 rounded-md border border-edge bg-sheet px-4 text-lg has-checked:border-accent has-checked:bg-tint has-focus-visible:outline-3 has-focus-visible:outline-accent"
                        >
                            <input
                                type="radio"
                                name="first"
                                className="size-5 accent-accent outline-none"
                                checked={first === choice.value}
                                onChange={() => setFirst(choice.value)}
                            />
                            {choice.words}
                        </label>
                    ))}
                </fieldset>
            )}
            {asks && first === true && (
                <Field
                    label={say('student.entry.code')}
                    hint={asksForCode ? say('student.entry.code-on-your-card') : say('student.entry.code-after-a-reset')}
                    className="min-h-13 text-xl uppercase"
                    value={code}
                    maxLength={20}
                    autoComplete="one-time-code"
                    autoCapitalize="characters"
                    spellCheck={false}
                    required={asksForCode}
                    onChange={(event) => setCode(event.currentTarget.value)}
                />
            )}
            {asks && first !== null && (
                <div>
                    <Field
                        label={first ? say('student.entry.choose-a-secret') : say('student.entry.your-secret')}
                        hint={first ? say('student.entry.a-word-or-number-only') : undefined}
                        type={shown ? 'text' : 'password'}
                        className="min-h-13 text-xl"
                        value={secret}
                        autoComplete="off"
                        required
                        onChange={(event) => setSecret(event.currentTarget.value)}
                    />
                    <label className="mt-2 flex w-fit items-center gap-2 text-sm">
                        <input
                            type="checkbox"
                            className="size-4 accent-accent"
                            checked={shown}
                            onChange={(event) => setShown(event.currentTarget.checked)}
                        />
                        {say('student.entry.show-what-i-type')}
                    </label>
                </div>
            )}
            <label className="flex min-h-11 w-fit items-center gap-3">
                <input
                    type="checkbox"
                    className="size-5 accent-accent"
                    checked={ownDevice}
                    onChange={(event) => setOwnDevice(event.currentTarget.checked)}
                />
                {say('student.entry.own-device')}
            </label>
            {error !== null && <Notice>{error}</Notice>}
            <Button
                type="submit"
                weight="main"
                large
                disabled={busy || !named || (asks && (first === null || secret === '' || (first && asksForCode && code.trim() === '')))}
            >
                {say('student.entry.go-in')}
            </Button>
        </form>
    );
}
