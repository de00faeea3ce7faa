import { useQuery, useQueryClient } from '@tanstack/react-query';
import { toString as qrCode } from 'qrcode';
import { type FormEvent, type ReactNode, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { RosterAdded, SchoolClass, Terms } from '../../api/types';
import { TermsEditor } from '../../quiz/TermsEditor';
import { TermsForecast } from '../../quiz/TermsForecast';
import { Button } from '../../ui/Button';
import { Field, Select, Text } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { TaskLine } from '../../ui/TaskLine';
import { exact } from '../../ui/time';
import { useUndo } from '../../ui/Undo';
import { listed, rich, say } from '../../words/words';
import { Page } from '../Navigation';

/** A class: its tasks, its roster, and how its students come in. */
export function ClassPage() {
    const id = useParams().class ?? '';
    const found = useQuery({
        queryKey: ['class', id],
        queryFn: () => take(client.GET('/classes/{class}', { params: { path: { class: id } } })),
        refetchInterval: 10_000,
    });
    if (found.data === undefined) {
        return (
            <Page title={say('teacher.class.class')}>
                {found.error === null ? say('ui.one-moment') : <Notice>{sentence(found.error)}</Notice>}
            </Page>
        );
    }
    const group = found.data;
    return (
        <Page title={group.name}>
            <div className="grid gap-10 lg:grid-cols-[1fr_20rem]">
                <div className="grid content-start gap-10">
                    <Tasks group={group} />
                    <RosterList group={group} />
                </div>
                <WayIn group={group} />
            </div>
        </Page>
    );
}

function Tasks({ group }: { group: SchoolClass }) {
    const quizzes = useQuery({ queryKey: ['quizzes'], queryFn: () => take(client.GET('/quizzes')) });
    const published = quizzes.data?.filter((quiz) => quiz.edition !== null) ?? [];
    const [quiz, setQuiz] = useState('');
    const [due, setDue] = useState('');
    // Without terms of its own, a task takes those that its quiz suggests.
    const [terms, setTerms] = useState<Terms | null>(null);
    const [error, setError] = useState<string | null>(null);
    const queries = useQueryClient();
    const give = async (event: FormEvent) => {
        event.preventDefault();
        setError(null);
        try {
            const dueAt = due === '' ? null : new Date(due).toISOString();
            await take(
                client.POST('/classes/{class}/tasks', {
                    params: { path: { class: group.id } },
                    body: { quiz, dueAt, ...(terms === null ? {} : { terms }) },
                }),
            );
            setTerms(null);
            setQuiz('');
            setDue('');
            await queries.invalidateQueries({ queryKey: ['class', group.id] });
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    return (
        <section aria-labelledby="tasks">
            <h2 id="tasks" className="mb-3 text-xl">
                {say('teacher.class.tasks')}
            </h2>
            <ul className="grid gap-2">
                {group.tasks.map((task) => (
                    <TaskLine key={task.id} task={task} withClass={false} />
                ))}
            </ul>
            {group.tasks.length === 0 && <p className="mb-3 text-soft">{say('teacher.class.nothing-has-been-given-to')}</p>}
            {quizzes.data !== undefined && published.length === 0 ? (
                <p className="mt-4">
                    {rich('teacher.class.to-give-something-out-first', {
                        a: (words: ReactNode) => (
                            <Link className="underline" to="/quizzes">
                                {words}
                            </Link>
                        ),
                    })}
                </p>
            ) : (
                <form
                    className="mt-4 flex flex-wrap items-end gap-3 rounded-lg border border-dashed border-edge p-4"
                    onSubmit={(event) => void give(event)}
                >
                    <Select
                        label={say('teacher.class.give-out-a-quiz')}
                        value={quiz}
                        required
                        onChange={(event) => setQuiz(event.currentTarget.value)}
                    >
                        <option value="">{say('teacher.class.choose-a-published-quiz')}</option>
                        {published.map((line) => (
                            <option key={line.id} value={line.id}>
                                {line.title}
                            </option>
                        ))}
                    </Select>
                    <Field
                        label={say('teacher.class.due-if-you-like')}
                        type="datetime-local"
                        value={due}
                        onChange={(event) => setDue(event.currentTarget.value)}
                    />
                    <Button type="submit" weight="main" className="min-h-[42px]" disabled={quiz === ''}>
                        {say('teacher.class.give-out')}
                    </Button>
                    {terms === null ? (
                        <p className="flex basis-full flex-wrap items-center gap-3 text-sm text-soft">
                            {say('teacher.class.given-as-the-quiz-suggests')}
                            <Button onClick={() => setTerms({ purpose: 'learn' })}>{say('teacher.class.give-it-otherwise')}</Button>
                        </p>
                    ) : (
                        <div className="grid basis-full gap-3">
                            <TermsEditor terms={terms} quizzes={published.filter((line) => line.id !== quiz)} onChange={setTerms} />
                            {quiz !== '' && <TermsForecast quiz={quiz} group={group} terms={terms} />}
                            <Button className="justify-self-start" onClick={() => setTerms(null)}>
                                {say('teacher.class.as-the-quiz-suggests-after')}
                            </Button>
                        </div>
                    )}
                    {error !== null && <Notice>{error}</Notice>}
                </form>
            )}
        </section>
    );
}

function RosterList({ group }: { group: SchoolClass }) {
    const [names, setNames] = useState('');
    const [message, setMessage] = useState<string | null>(null);
    const [asked, setAsked] = useState<RosterAdded['asked']>([]);
    const undo = useUndo();
    const queries = useQueryClient();
    const refresh = () => queries.invalidateQueries({ queryKey: ['class', group.id] });
    const attempt = async (work: () => Promise<void>) => {
        setMessage(null);
        try {
            await work();
            await refresh();
        } catch (problem) {
            setMessage(sentence(problem));
        }
    };
    const add = (event: FormEvent) => {
        event.preventDefault();
        void attempt(async () => {
            const result = await take(client.POST('/classes/{class}/students', { params: { path: { class: group.id } }, body: { names } }));
            setNames('');
            setAsked(result.asked);
            const left = result.skipped.map((line) => `${line.name} (${line.reason})`).join(', ');
            setMessage(say('teacher.class.names-added', { added: result.added, isLeft: left === '' ? 'no' : 'yes', left }));
        });
    };
    const tell = (name: string, key: string, student: string | null) =>
        attempt(async () => {
            await take(
                client.POST('/classes/{class}/students', {
                    params: { path: { class: group.id } },
                    body: { names: name, same: [{ key, student }] },
                }),
            );
            setAsked((before) => before.filter((one) => one.key !== key));
        });
    const path = (student: string) => ({ params: { path: { class: group.id, student } } });
    return (
        <section aria-labelledby="roster">
            <h2 id="roster" className="mb-3 text-xl">
                {say('teacher.class.roster', { roster: group.roster.length })}
            </h2>
            {message !== null && <Notice tone="well">{message}</Notice>}
            {asked.map((one) => (
                <Notice key={one.key}>
                    {say('teacher.class.is-in-already-is-it', {
                        name: one.name,
                        classes: listed(one.students.flatMap((student) => student.classes)),
                    })}
                    <span className="mt-2 flex flex-wrap gap-2">
                        {one.students.map((student) => (
                            <Button key={student.id} onClick={() => void tell(one.name, one.key, student.id)}>
                                {say('teacher.class.yes', {
                                    several: one.students.length > 1 ? 'yes' : 'no',
                                    classes: listed(student.classes),
                                })}
                            </Button>
                        ))}
                        <Button onClick={() => void tell(one.name, one.key, null)}>{say('teacher.class.no-somebody-else')}</Button>
                    </span>
                </Notice>
            ))}
            <ul className="mt-2">
                {group.roster.map((student) => (
                    <li key={student.id} className="flex flex-wrap items-center gap-x-3 border-b border-line py-0.5">
                        <span className="min-w-40 flex-1 break-words">{student.name}</span>
                        <select
                            className="rounded-md border border-line bg-sheet px-1 py-1 text-sm"
                            aria-label={say('teacher.class.time-for', { name: student.name })}
                            value={student.extraTime}
                            onChange={(event) => {
                                const extraTime = Number(event.currentTarget.value);
                                void attempt(async () => {
                                    await take(
                                        client.PUT('/classes/{class}/students/{student}/time', {
                                            ...path(student.id),
                                            body: { extraTime },
                                        }),
                                    );
                                });
                            }}
                        >
                            <option value={1}>{say('teacher.class.usual-time')}</option>
                            <option value={1.25}>{say('teacher.class.time-1-25')}</option>
                            <option value={1.5}>{say('teacher.class.time-1-5')}</option>
                            <option value={2}>{say('teacher.class.time-2')}</option>
                        </select>
                        {student.entered ? (
                            <Button
                                weight="quiet"
                                className="w-24 px-1"
                                aria-label={say('teacher.class.let-choose-a-new-secret', { name: student.name })}
                                onClick={() =>
                                    void attempt(async () => {
                                        await take(client.DELETE('/classes/{class}/students/{student}/secret', path(student.id)));
                                        setMessage(say('teacher.class.can-choose-a-new-secret', { name: student.name }));
                                    })
                                }
                            >
                                {say('teacher.class.new-secret')}
                            </Button>
                        ) : (
                            <span className="w-24 text-sm text-soft">{say('teacher.class.not-here-yet')}</span>
                        )}
                        {student.shutUntil !== null && (
                            <Button
                                weight="quiet"
                                className="px-1"
                                aria-label={say('teacher.class.let-try-again', { name: student.name })}
                                title={say('teacher.class.too-many-wrong-secrets-the', { when: exact(student.shutUntil) })}
                                onClick={() =>
                                    void attempt(async () => {
                                        await take(client.DELETE('/classes/{class}/students/{student}/pause', path(student.id)));
                                    })
                                }
                            >
                                {say('teacher.class.let-in-again')}
                            </Button>
                        )}
                        <Button
                            weight="quiet"
                            className="px-1"
                            aria-label={say('teacher.class.take-out-of-the-class', { name: student.name })}
                            onClick={() =>
                                void attempt(async () => {
                                    await take(client.DELETE('/classes/{class}/students/{student}', path(student.id)));
                                    undo.offer(
                                        say('teacher.class.is-out-of-the-class', { name: student.name }),
                                        say('teacher.class.bring-back'),
                                        () =>
                                            void attempt(async () => {
                                                await take(client.POST('/classes/{class}/students/{student}/restore', path(student.id)));
                                            }),
                                    );
                                })
                            }
                        >
                            {say('teacher.class.take-out')}
                        </Button>
                    </li>
                ))}
            </ul>
            <form className="mt-4 grid gap-2" onSubmit={add}>
                <Text
                    label={say('teacher.class.add-students')}
                    hint={say('teacher.class.one-name-a-line-typed')}
                    value={names}
                    onChange={(event) => setNames(event.currentTarget.value)}
                />
                <Button type="submit" className="w-fit" disabled={names.trim() === ''}>
                    {say('teacher.class.add-to-the-roster')}
                </Button>
            </form>
        </section>
    );
}

function WayIn({ group }: { group: SchoolClass }) {
    const address = `${window.location.origin}/join/${group.phrase.replaceAll(' ', '-')}`;
    const [picture, setPicture] = useState('');
    useEffect(() => {
        void qrCode(address, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' }).then((svg) =>
            setPicture(`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`),
        );
    }, [address]);
    return (
        <aside aria-labelledby="way-in" className="h-fit rounded-lg border border-line bg-sheet p-5">
            <h2 id="way-in" className="text-xl">
                {say('teacher.class.the-way-in')}
            </h2>
            <p className="mt-3 text-sm text-soft">{say('teacher.class.class-phrase')}</p>
            <p className="font-display text-2xl">{group.phrase}</p>
            {picture !== '' && (
                <img
                    className="mt-4 w-full rounded-md bg-white"
                    src={picture}
                    alt={say('teacher.class.qr-code-with-the-address', { address })}
                />
            )}
            <p className="mt-3 text-sm break-all">
                <a className="underline" href={address}>
                    {address}
                </a>
            </p>
            <p className="mt-3 text-sm text-soft">{say('teacher.class.students-give-their-name-as')}</p>
        </aside>
    );
}
