import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { client, sentence, take } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { rich, say } from '../words/words';

/** The way in: class phrase, own name, personal secret. */
export function EntryPage() {
    const given = useParams().phrase?.replaceAll('-', ' ') ?? '';
    const [phrase, setPhrase] = useState(given);
    const [className, setClassName] = useState<string | null>(null);
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);

    const find = async (words: string) => {
        setBusy(true);
        setError(null);
        try {
            setClassName((await take(client.POST('/student/class', { body: { phrase: words } }))).name);
        } catch (problem) {
            setError(sentence(problem));
        }
        setBusy(false);
    };

    // biome-ignore lint/correctness/useExhaustiveDependencies: only a phrase that came with the address is looked up by itself
    useEffect(() => {
        if (given !== '') {
            void find(given);
        }
    }, [given]);

    return (
        <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-5 py-8">
            {className === null ? (
                <form
                    className="grid gap-5"
                    onSubmit={(event) => {
                        event.preventDefault();
                        void find(phrase);
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
                        onChange={(event) => setPhrase(event.currentTarget.value)}
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
            ) : (
                <NameAndSecret
                    phrase={phrase}
                    className={className}
                    back={() => {
                        setClassName(null);
                        setPhrase('');
                    }}
                />
            )}
        </main>
    );
}

function NameAndSecret({ phrase, className, back }: { phrase: string; className: string; back: () => void }) {
    const [name, setName] = useState('');
    const [secret, setSecret] = useState('');
    const [first, setFirst] = useState<boolean | null>(null);
    const [shown, setShown] = useState(false);
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);
    const navigate = useNavigate();
    const queries = useQueryClient();

    const enter = async (event: FormEvent) => {
        event.preventDefault();
        setBusy(true);
        setError(null);
        try {
            await take(client.POST('/student/enter', { body: { phrase, name, secret, first: first === true } }));
            queries.clear();
            await navigate('/me');
        } catch (problem) {
            setError(sentence(problem));
        }
        setBusy(false);
    };

    return (
        <form className="grid gap-5" onSubmit={(event) => void enter(event)}>
            <div>
                <h1 className="text-4xl">{className}</h1>
                <Button weight="quiet" className="-ml-3" onClick={back}>
                    {say('student.entry.not-your-class')}
                </Button>
            </div>
            <Field
                label={say('student.entry.your-name-as-your-teacher')}
                className="min-h-13 text-xl"
                value={name}
                autoComplete="off"
                required
                onChange={(event) => setName(event.currentTarget.value)}
            />
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
            {first !== null && (
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
            {error !== null && <Notice>{error}</Notice>}
            <Button type="submit" weight="main" large disabled={busy || first === null || name.trim() === '' || secret === ''}>
                {say('student.entry.go-in')}
            </Button>
        </form>
    );
}
