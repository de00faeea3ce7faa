import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { FollowUpProposal, QuizDocument, Task, TaskSummary } from '../../api/types';
import { Rich } from '../../player/Rich';
import { followUpEdits, type Step } from '../../quiz/followUp';
import { freshGiving, keepGiving } from '../../quiz/giving';
import { rungWords } from '../../quiz/kinds';
import { find, findQuestion } from '../../quiz/places';
import { Button } from '../../ui/Button';
import { Check, Field, Text } from '../../ui/Field';
import { byWords } from '../../ui/figures/Sorting';
import { Notice } from '../../ui/Notice';
import { TaskLine } from '../../ui/TaskLine';
import { useAttempt } from '../../ui/useAttempt';
import { useMessageId } from '../../ui/useMessageId';
import { say } from '../../words/words';
import { Page } from '../Navigation';

/** What a group is given next, proposed out of the quiz: looked at, changed, given to just them. */
export function FollowUpPage() {
    const id = useParams().task ?? '';
    const [query] = useSearchParams();
    const need = query.get('need') ?? '';
    const [students] = useState(() => query.getAll('student'));
    const path = { task: id };
    const task = useQuery({ queryKey: ['task', id], queryFn: () => take(client.GET('/tasks/{task}', { params: { path } })) });
    const group = task.data?.class?.id ?? '';
    const roster = useQuery({
        queryKey: ['class', group],
        queryFn: () => take(client.GET('/classes/{class}', { params: { path: { class: group } } })),
        enabled: group !== '',
    });
    const proposal = useQuery({
        queryKey: ['follow-up', id, need, students],
        queryFn: () => take(client.GET('/tasks/{task}/follow-up', { params: { path, query: { need, 'students[]': students } } })),
    });
    const error = task.error ?? proposal.error ?? roster.error;
    if (task.data === undefined || proposal.data === undefined || roster.data === undefined) {
        return (
            <Page title={say('teacher.follow-up.title')}>{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</Page>
        );
    }
    return <Proposed task={task.data} roster={roster.data.roster} proposal={proposal.data} students={students} />;
}

interface ProposedProps {
    task: Task;
    roster: { id: string; name: string }[];
    proposal: FollowUpProposal;
    students: string[];
}

function Proposed({ task, roster, proposal, students }: ProposedProps) {
    const { document } = task;
    const [left, setLeft] = useState<string[]>([]);
    const [chosen, setChosen] = useState(() => students.filter((student) => roster.some(({ id }) => id === student)));
    const [title, setTitle] = useState(say('teacher.follow-up.once-more', { title: task.title }));
    const [words, setWords] = useState('');
    const [dueAt, setDueAt] = useState('');
    const [given, setGiven] = useState<TaskSummary | null>(null);
    const [busy, setBusy] = useState(false);
    const { error, attempt } = useAttempt();
    const queries = useQueryClient();
    const navigate = useNavigate();
    const steps = proposal.steps.filter((step) => !left.includes(step.id));
    // Sent again after a break, it is made once; changed in between, it is another.
    const { idOf } = useMessageId();

    const make = (give: boolean) =>
        attempt(async () => {
            setBusy(true);
            try {
                const edits = followUpEdits(document, steps, { title: say('teacher.follow-up.first'), text: words });
                const id = idOf(JSON.stringify([steps, words, title]));
                const label = say('teacher.follow-up.made-of', { title: task.title });
                const made = await take(
                    client.POST('/tasks/{task}/follow-ups', {
                        params: { path: { task: task.id } },
                        body: {
                            title: title.trim(),
                            need: proposal.need,
                            students: chosen,
                            stops: { id, version: 0, label, edits },
                            give,
                            dueAt: dueAt === '' ? null : new Date(dueAt).toISOString(),
                        },
                    }),
                );
                await Promise.all(
                    ['quizzes', 'class', 'classes', 'today', 'follow-ups'].map((key) => queries.invalidateQueries({ queryKey: [key] })),
                );
                if (made.task === null) {
                    const members = { ...freshGiving.members, dueAt, weight: 0 };
                    const follows = { task: task.id, need: proposal.need };
                    keepGiving({ ...freshGiving, quiz: made.quiz, classes: [task.class?.id ?? ''], students: chosen, members, follows });
                    await navigate(`/quizzes/${made.quiz}`);
                }
                setGiven(made.task);
            } finally {
                setBusy(false);
            }
        });

    if (given !== null) {
        return (
            <Page title={say('teacher.give.it-is-given')}>
                <div className="grid max-w-3xl gap-4">
                    <ul>
                        <TaskLine task={given} withClass />
                    </ul>
                    <p>{say('teacher.follow-up.look-later')}</p>
                    <Link className="underline" to={`/tasks/${task.id}/evidence`}>
                        {say('teacher.follow-up.back', { title: task.title })}
                    </Link>
                </div>
            </Page>
        );
    }
    const nothing = steps.length === 0 && words.trim() === '';
    return (
        <Page title={say('teacher.follow-up.title')}>
            <p className="mb-5 max-w-3xl">
                {say('teacher.follow-up.what-they-share', { need: proposal.wording })}{' '}
                <Link className="underline" to={`/tasks/${task.id}/evidence`}>
                    {say('teacher.follow-up.back', { title: task.title })}
                </Link>
            </p>
            <form
                className="grid items-start gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"
                onSubmit={(event) => {
                    event.preventDefault();
                    void make(true);
                }}
            >
                <section aria-labelledby="what" className="grid min-w-0 gap-3">
                    <h2 id="what" className="text-xl">
                        {say('teacher.follow-up.what-they-get')}
                    </h2>
                    <Text
                        label={say('teacher.follow-up.a-few-words-first')}
                        rows={2}
                        maxLength={5000}
                        value={words}
                        onChange={(event) => setWords(event.currentTarget.value)}
                    />
                    {proposal.steps.length === 0 ? (
                        <p>{say('teacher.follow-up.nothing-on-it')}</p>
                    ) : (
                        <ol className="grid gap-2">
                            {proposal.steps.map((step) => (
                                <li key={step.id} className="rounded-md border border-line bg-sheet px-3 py-2">
                                    <StepCard
                                        document={document}
                                        step={step}
                                        taken={!left.includes(step.id)}
                                        onTaken={(taken) => setLeft(taken ? left.filter((one) => one !== step.id) : [...left, step.id])}
                                    />
                                </li>
                            ))}
                        </ol>
                    )}
                </section>
                <section aria-labelledby="who" className="grid min-w-0 gap-3">
                    <h2 id="who" className="text-xl">
                        {say('teacher.follow-up.who-gets-it', { n: chosen.length })}
                    </h2>
                    <Who roster={roster} group={students} chosen={chosen} onChange={setChosen} />
                    <Field
                        label={say('teacher.follow-up.its-title')}
                        required
                        maxLength={200}
                        value={title}
                        onChange={(event) => setTitle(event.currentTarget.value)}
                    />
                    <Field
                        label={say('teacher.class.due-if-you-like')}
                        type="datetime-local"
                        value={dueAt}
                        onChange={(event) => setDueAt(event.currentTarget.value)}
                    />
                    <p className="text-sm text-soft">{say('teacher.follow-up.how-it-is-given')}</p>
                    {error !== null && <Notice>{error}</Notice>}
                    <div className="flex flex-wrap gap-3">
                        <Button type="submit" weight="main" disabled={busy || nothing || chosen.length === 0 || title.trim() === ''}>
                            {say('teacher.follow-up.give', { n: chosen.length })}
                        </Button>
                        <Button disabled={busy || chosen.length === 0 || title.trim() === ''} onClick={() => void make(false)}>
                            {say('teacher.follow-up.change-first')}
                        </Button>
                    </div>
                </section>
            </form>
        </Page>
    );
}

interface StepProps {
    document: QuizDocument;
    step: Step;
    taken: boolean;
    onTaken: (taken: boolean) => void;
}

function StepCard({ document, step, taken, onTaken }: StepProps) {
    const place = step.what === 'explains' ? find(document, step.id) : null;
    const rung = place?.kind === 'rung' ? place.rung : null;
    const text = rung === null ? (findQuestion(document, step.id)?.prompt ?? '') : 'text' in rung ? rung.text : '';
    return (
        <>
            <Check
                label={
                    rung !== null
                        ? say('teacher.follow-up.explains', { rung: rungWords(rung.kind) })
                        : say(step.what === 'alike' ? 'teacher.follow-up.alike' : 'teacher.follow-up.again')
                }
                checked={taken}
                onChange={onTaken}
            />
            <div className={taken ? 'mt-1' : 'mt-1 text-soft line-through'}>
                {rung !== null && 'title' in rung && <p className="font-semibold">{rung.title}</p>}
                <Rich text={text} />
            </div>
        </>
    );
}

interface WhoProps {
    roster: { id: string; name: string }[];
    group: string[];
    chosen: string[];
    onChange: (chosen: string[]) => void;
}

/** Those of the group, and behind a word the others of the class. */
function Who({ roster, group, chosen, onChange }: WhoProps) {
    const boxes = (isOfGroup: boolean) =>
        roster
            .filter(({ id }) => group.includes(id) === isOfGroup)
            .sort((a, b) => byWords(a.name, b.name))
            .map(({ id, name }) => (
                <Check
                    key={id}
                    label={name}
                    checked={chosen.includes(id)}
                    onChange={(on) => onChange(on ? [...chosen, id] : chosen.filter((one) => one !== id))}
                />
            ));
    const others = boxes(false);
    return (
        <fieldset>
            <legend className="sr-only">{say('teacher.follow-up.who-gets-it', { n: chosen.length })}</legend>
            <div className="grid gap-2 sm:grid-cols-2">{boxes(true)}</div>
            {others.length > 0 && (
                <details className="mt-3">
                    <summary className="text-sm font-semibold">{say('teacher.follow-up.others-of-the-class')}</summary>
                    <div className="mt-2 grid gap-2 sm:grid-cols-2">{others}</div>
                </details>
            )}
        </fieldset>
    );
}
