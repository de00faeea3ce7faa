import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Task, TaskSummary, WayIn } from '../../api/types';
import { EachTerm } from '../../quiz/EachTerm';
import { forgetGiving, type Giving, keepGiving, keptGiving } from '../../quiz/giving';
import { PurposeChoice, useToldTerms } from '../../quiz/PurposeChoice';
import { TermsForecast } from '../../quiz/TermsForecast';
import { Button, buttonClass } from '../../ui/Button';
import { Field, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { TaskLine } from '../../ui/TaskLine';
import { say } from '../../words/words';
import { Page } from '../Navigation';
import { sent } from './members';
import { ShareTask } from './ShareTask';
import { SomeStudents } from './SomeStudents';
import { TaskFields } from './TaskFields';

/** Gives a quiz out: to whom, what for, until when. Everything else stands behind “change something”. */
export function GivePage() {
    const [query] = useSearchParams();
    const [giving, setGiving] = useState<Giving>(() => keptGiving(query.get('class'), query.get('quiz')));
    const [given, setGiven] = useState<TaskSummary[] | null>(null);
    const put = (some: Partial<Giving>) => {
        const next = { ...giving, ...some };
        keepGiving(next);
        setGiving(next);
    };
    if (given !== null) {
        return <Given tasks={given} />;
    }
    return (
        <Page title={say('teacher.give.give-out-a-quiz')}>
            <GiveForm giving={giving} put={put} onGiven={setGiven} />
        </Page>
    );
}

interface FormProps {
    giving: Giving;
    put: (some: Partial<Giving>) => void;
    onGiven: (tasks: TaskSummary[]) => void;
}

function GiveForm({ giving, put, onGiven }: FormProps) {
    const quizzes = useQuery({ queryKey: ['quizzes'], queryFn: () => take(client.GET('/quizzes')) });
    const classes = useQuery({ queryKey: ['classes'], queryFn: () => take(client.GET('/classes')) });
    const published = quizzes.data?.filter((line) => line.edition !== null) ?? [];
    const inUse = classes.data?.filter((group) => group.archivedAt === null) ?? [];
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);
    const queries = useQueryClient();
    const { quiz, terms } = giving;

    const suggests = useQuery({
        queryKey: ['suggested-terms', quiz],
        queryFn: () => take(client.GET('/quizzes/{quiz}/suggested-terms', { params: { path: { quiz } } })),
        enabled: quiz !== '',
    });
    const shown = terms ?? suggests.data ?? null;
    const closes = giving.members.closesAt !== '';
    const told = useToldTerms(shown ?? {}, closes);
    const only = giving.classes.length === 1 ? inUse.find((group) => group.id === giving.classes[0]) : undefined;
    const forSomebody = giving.classes.length > 0 || giving.byLink;
    const teacher = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')), staleTime: 60_000 });
    // Where nobody is on a list, a name on it opens nothing.
    const hasNames = giving.byLink
        ? teacher.data?.schoolHasStudents === true
        : inUse.some((group) => giving.classes.includes(group.id) && group.students > 0);
    const suggested: WayIn = giving.byLink || (giving.classes.length > 0 && !hasNames) ? 'guest' : (told.data?.wayIn ?? 'secret');
    const wayIn = giving.members.wayIn ?? suggested;

    const give = async (event: FormEvent) => {
        event.preventDefault();
        setError(null);
        setBusy(true);
        try {
            const tasks = await take(
                client.POST('/tasks', {
                    body: {
                        quiz,
                        classes: giving.classes,
                        students: only !== undefined && giving.students.length > 0 ? giving.students : null,
                        ...sent({ ...giving.members, wayIn }),
                        ...(terms === null ? {} : { terms }),
                        ...(giving.follows === null ? {} : { follows: giving.follows }),
                    },
                }),
            );
            forgetGiving();
            await Promise.all(['class', 'classes', 'today'].map((key) => queries.invalidateQueries({ queryKey: [key] })));
            onGiven(tasks);
        } catch (problem) {
            setError(sentence(problem));
            setBusy(false);
        }
    };

    return (
        <form className="grid max-w-3xl gap-6" onSubmit={(event) => void give(event)}>
            <div className="flex flex-wrap items-end gap-3">
                <div className="min-w-64 flex-1">
                    <Select
                        label={say('teacher.give.quiz')}
                        value={quiz}
                        required
                        onChange={(event) => put({ quiz: event.currentTarget.value, terms: null, follows: null })}
                    >
                        <option value="">
                            {published.length === 0
                                ? say('teacher.give.no-quiz-is-published')
                                : say('teacher.class.choose-a-published-quiz')}
                        </option>
                        {published.map((line) => (
                            <option key={line.id} value={line.id}>
                                {line.title}
                            </option>
                        ))}
                    </Select>
                </div>
                <MakeQuiz onError={setError} />
            </div>
            <fieldset className="grid gap-1">
                <legend className="mb-1 text-sm font-semibold">{say('teacher.give.for-whom')}</legend>
                <div className="flex flex-wrap gap-x-5 gap-y-2">
                    {inUse.map((group) => (
                        <label key={group.id} className="flex min-h-9 items-center gap-2">
                            <input
                                type="checkbox"
                                className="size-5 accent-accent"
                                checked={giving.classes.includes(group.id)}
                                onChange={(event) =>
                                    put({
                                        classes: event.currentTarget.checked
                                            ? [...giving.classes, group.id]
                                            : giving.classes.filter((id) => id !== group.id),
                                        byLink: false,
                                        students: [],
                                    })
                                }
                            />
                            {say('teacher.give.class-with', { name: group.name, students: group.students })}
                        </label>
                    ))}
                    <label className="flex min-h-9 items-center gap-2">
                        <input
                            type="checkbox"
                            className="size-5 accent-accent"
                            checked={giving.byLink}
                            onChange={(event) => put({ byLink: event.currentTarget.checked, classes: [], students: [] })}
                        />
                        {say('teacher.give.whoever-has-the-link')}
                    </label>
                </div>
                {giving.classes.length > 1 && <p className="text-sm text-soft">{say('teacher.give.who-is-in-two')}</p>}
                {forSomebody && (
                    <p className="mt-1 text-sm">{say('teacher.give.who-can-join', { way: wayIn, by: giving.byLink ? 'link' : 'class' })}</p>
                )}
            </fieldset>
            {shown !== null && (
                <div className="grid gap-4">
                    <PurposeChoice short terms={shown} closes={closes} onChange={(next) => put({ terms: next })} />
                </div>
            )}
            <div className="flex flex-wrap items-end gap-3">
                <Field
                    label={say('teacher.class.due-if-you-like')}
                    type="datetime-local"
                    value={giving.members.dueAt}
                    onChange={(event) => put({ members: { ...giving.members, dueAt: event.currentTarget.value } })}
                />
                <Button type="submit" weight="main" className="min-h-[42px]" disabled={busy || quiz === '' || !forSomebody}>
                    {say('teacher.class.give-out')}
                </Button>
                {!forSomebody && <p className="pb-2 text-sm text-soft">{say('teacher.give.say-for-whom')}</p>}
            </div>
            {error !== null && <Notice>{error}</Notice>}
            <details className="rounded-lg border border-line bg-sheet px-4 py-3">
                <summary className="font-semibold">{say('teacher.give.change-something')}</summary>
                <div className="mt-4 grid gap-4">
                    {only !== undefined && (
                        <SomeStudents group={only.id} chosen={giving.students} onChange={(students) => put({ students })} />
                    )}
                    <TaskFields
                        members={giving.members}
                        onChange={(members) => put({ members })}
                        suggests={suggested}
                        hasNames={hasNames || !forSomebody}
                    />
                    {shown !== null && (
                        <details>
                            <summary className="mb-3 font-semibold">{say('teacher.terms-editor.each-term')}</summary>
                            <EachTerm
                                terms={shown}
                                closes={closes}
                                quizzes={published.filter((line) => line.id !== quiz)}
                                onChange={(next) => put({ terms: next })}
                            />
                        </details>
                    )}
                    {quiz !== '' && shown !== null && <TermsForecast quiz={quiz} group={only ?? null} terms={shown} />}
                </div>
            </details>
        </form>
    );
}

/** A quiz made from here: what was filled in stays, and the quiz leads back to it. */
function MakeQuiz({ onError }: { onError: (sentence: string) => void }) {
    const navigate = useNavigate();
    const make = async () => {
        try {
            const made = await take(client.POST('/quizzes', { body: { title: say('teacher.give.new-quiz') } }));
            keepGiving({ ...keptGiving(null, null), quiz: made.id });
            await navigate(`/quizzes/${made.id}`);
        } catch (problem) {
            onError(sentence(problem));
        }
    };
    return (
        <Button className="min-h-[42px]" onClick={() => void make()}>
            {say('teacher.give.make-a-new-one')}
        </Button>
    );
}

/** It is given: what was made, and the message that tells of it. */
function Given({ tasks }: { tasks: TaskSummary[] }) {
    const first = tasks[0];
    const [whole, setWhole] = useState<Task[]>([]);
    useEffect(() => {
        const asked = tasks.map((one) => take(client.GET('/tasks/{task}', { params: { path: { task: one.id } } })));
        void Promise.all(asked).then(setWhole, () => undefined);
    }, [tasks]);
    const back = first?.class == null ? '/today' : `/classes/${first.class.id}`;
    return (
        <Page title={say('teacher.give.it-is-given')}>
            <div className="grid max-w-3xl gap-6">
                <ul className="grid gap-2">
                    {tasks.map((one) => (
                        <TaskLine key={one.id} task={one} withClass />
                    ))}
                </ul>
                {whole.map(
                    (task) =>
                        task.link !== null && (
                            <section key={task.id} aria-label={task.class?.name ?? task.title}>
                                {whole.length > 1 && <h2 className="mb-2 text-xl">{task.class?.name}</h2>}
                                {task.waysIn.length === 0 ? (
                                    <Notice>
                                        {say('teacher.give.nobody-can-join')}{' '}
                                        {task.class !== null && (
                                            <Link className="underline" to={`/classes/${task.class.id}/roster`}>
                                                {say('teacher.give.add-students')}
                                            </Link>
                                        )}
                                    </Notice>
                                ) : (
                                    <p className="mb-2">
                                        {say('teacher.give.who-can-join', { way: task.wayIn, by: task.class === null ? 'link' : 'class' })}
                                    </p>
                                )}
                                <ShareTask title={task.title} link={task.link} dueAt={task.dueAt} note={task.note} />
                            </section>
                        ),
                )}
                <Link className={`${buttonClass('main')} w-fit`} to={back}>
                    {say('teacher.give.done')}
                </Link>
            </div>
        </Page>
    );
}
