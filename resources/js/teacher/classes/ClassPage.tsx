import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { SchoolClass, Terms } from '../../api/types';
import { TermsEditor } from '../../quiz/TermsEditor';
import { TermsForecast } from '../../quiz/TermsForecast';
import { Button, buttonClass } from '../../ui/Button';
import { Field, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { TaskLine } from '../../ui/TaskLine';
import { rich, say } from '../../words/words';
import { ClassFrame } from './ClassFrame';
import { joinAddress, QrCode } from './QrCode';

/** A class at work: its tasks, and how its students come in. */
export function ClassPage() {
    return (
        <ClassFrame>
            {(group) => (
                <div key={group.id} className="grid gap-10 lg:grid-cols-[1fr_20rem]">
                    <div className="grid content-start gap-6">
                        {group.roster.length === 0 && (
                            <Notice>
                                {rich('teacher.class.nobody-is-in-it', {
                                    a: (words: ReactNode) => (
                                        <Link className="underline" to={`/classes/${group.id}/roster`}>
                                            {words}
                                        </Link>
                                    ),
                                })}
                            </Notice>
                        )}
                        <Tasks group={group} />
                    </div>
                    <WayIn group={group} />
                </div>
            )}
        </ClassFrame>
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

function WayIn({ group }: { group: SchoolClass }) {
    const address = joinAddress(group.phrase);
    const queries = useQueryClient();
    const [told, setTold] = useState<string | null>(null);
    const renew = async () => {
        try {
            const now = await take(client.POST('/classes/{class}/phrase', { params: { path: { class: group.id } } }));
            queries.setQueryData(['class', group.id], now);
            setTold(say('teacher.class.the-old-phrase-leads-nowhere'));
        } catch (problem) {
            setTold(sentence(problem));
        }
    };
    return (
        <aside aria-labelledby="way-in" className="h-fit rounded-lg border border-line bg-sheet p-5">
            <h2 id="way-in" className="text-xl">
                {say('teacher.class.the-way-in')}
            </h2>
            <p className="mt-3 text-sm text-soft">{say('teacher.class.class-phrase')}</p>
            <p className="font-display text-2xl">{group.phrase}</p>
            <QrCode address={address} className="mt-4 aspect-square w-full" />
            <p className="mt-3 text-sm break-all">
                <a className="underline" href={address}>
                    {address}
                </a>
            </p>
            <p className="mt-3 text-sm text-soft">{say('teacher.class.students-give-their-name-as')}</p>
            <div className="mt-3 flex flex-wrap gap-2">
                <Link className={buttonClass()} to={`/classes/${group.id}/cards`}>
                    {say('teacher.roster.print-cards')}
                </Link>
                <Button weight="quiet" onClick={() => void renew()}>
                    {say('teacher.class.a-new-phrase')}
                </Button>
            </div>
            {told !== null && <p className="mt-2 text-sm font-semibold">{told}</p>}
        </aside>
    );
}
