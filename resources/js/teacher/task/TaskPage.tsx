import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { client, type Known, sentence, take, unlessChanged } from '../../api/client';
import type { Lookout, LookoutStudent, Task, Terms } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { questionsAt } from '../../quiz/places';
import { TermsEditor } from '../../quiz/TermsEditor';
import { TermsForecast } from '../../quiz/TermsForecast';
import { Button } from '../../ui/Button';
import { ConversationCard } from '../../ui/ConversationCard';
import { GivenTo } from '../../ui/GivenTo';
import { Notice } from '../../ui/Notice';
import { Legend } from '../../ui/Standing';
import { Switch } from '../../ui/Switch';
import { exact, near } from '../../ui/time';
import { rich, say } from '../../words/words';
import { AllQuestions, CloseUp } from './Questions';
import { StudentGrid, Students, standingHere } from './Students';
import { TaskSettings } from './TaskSettings';

/** New things are asked for this often, in milliseconds, so that they appear within three seconds. */
const LOOK_EVERY = 2000;

/** A class at work on a task, and afterwards how it went: the cutaway with the students, each student, each question. */
export function TaskPage() {
    const id = useParams().task ?? '';
    const path = { params: { path: { task: id } } };
    const task = useQuery({ queryKey: ['task', id], queryFn: () => take(client.GET('/tasks/{task}', path)) });
    const known = useRef<Known<Lookout>>(null);
    const lookout = useQuery({
        queryKey: ['lookout', id],
        queryFn: () => unlessChanged(known, (headers) => client.GET('/tasks/{task}/lookout', { ...path, headers })),
        refetchInterval: LOOK_EVERY,
    });
    if (task.data === undefined || lookout.data === undefined) {
        const error = task.error ?? lookout.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    return <LookoutView task={task.data} lookout={lookout.data} lost={lookout.error !== null} />;
}

function LookoutView({ task, lookout, lost }: { task: Task; lookout: Lookout; lost: boolean }) {
    const [names, setNames] = useState(true);
    const [answers, setAnswers] = useState(true);
    const [selected, setSelected] = useState<string | null>(null);
    const [settings, setSettings] = useState(false);
    const queries = useQueryClient();
    const { document } = task;
    const began = lookout.students.filter((student) => student.round !== null);
    const finished = began.filter((student) => student.round?.finishedAt !== null);
    const figures = useMemo(() => new Map(lookout.questions.map((question) => [question.question, question])), [lookout.questions]);

    const standing = useMemo(() => {
        const places = new Map<string, LookoutStudent[]>();
        for (const student of lookout.students) {
            const at =
                student.round === null
                    ? null
                    : student.round.finishedAt === null
                      ? student.round.path.at(-1)?.id
                      : (student.round.finish ?? document.finishes[0]?.id);
            if (at !== null && at !== undefined) {
                places.set(at, [...(places.get(at) ?? []), student]);
            }
        }
        return places;
    }, [document.finishes, lookout.students]);

    const rungCounts = useMemo(
        () => Object.assign({}, ...lookout.questions.map((question) => question.rungs)) as Record<string, number>,
        [lookout.questions],
    );
    const close = selected === null ? [] : questionsAt(document, selected);

    const [problem, setProblem] = useState<string | null>(null);
    const change = async (body: object) => {
        setProblem(null);
        try {
            await take(client.PATCH('/tasks/{task}', { params: { path: { task: task.id } }, body }));
            await Promise.all([
                queries.invalidateQueries({ queryKey: ['task', task.id] }),
                queries.invalidateQueries({ queryKey: ['lookout', task.id] }),
            ]);
            return true;
        } catch (refused) {
            setProblem(sentence(refused));
            return false;
        }
    };
    const closed = task.state === 'closed';

    return (
        <main className="grid grid-cols-[minmax(0,1fr)] gap-5 px-5 py-5">
            <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
                <div className="mr-auto">
                    <h1 className="text-2xl">{task.title}</h1>
                    <p className="text-sm text-soft">
                        <GivenTo task={task} /> · {say('teacher.task.edition', { edition: task.edition })}
                        {task.dueAt !== null && (
                            <span title={exact(task.dueAt)}> · {say('teacher.task.due', { when: near(task.dueAt) })}</span>
                        )}
                        {closed && ` · ${say('teacher.task.closed-rounds-that-were-under')}`}
                    </p>
                </div>
                <p className="text-lg">
                    {rich('teacher.task.began-and-finished', {
                        began: began.length,
                        students: lookout.students.length,
                        finished: finished.length,
                        strong: (words: ReactNode) => <strong>{words}</strong>,
                    })}
                </p>
                <Link className="font-semibold underline underline-offset-2" to={`/tasks/${task.id}/evidence`}>
                    {say('teacher.task.look-back')}
                </Link>
                <Switch label={say('teacher.task.names')} checked={names} onChange={setNames} />
                <Switch label={say('teacher.task.answers')} checked={answers} onChange={setAnswers} />
                <Button onClick={() => void change({ closed: !closed })}>
                    {closed ? say('teacher.task.open-again') : say('teacher.task.close-the-task')}
                </Button>
            </div>
            {problem !== null && <Notice>{problem}</Notice>}
            <details
                className="rounded-md border border-line bg-sheet px-4 py-2"
                open={settings}
                onToggle={(event) => setSettings(event.currentTarget.open)}
            >
                <summary className="text-sm font-semibold">{say('teacher.task.when-and-for-whom')}</summary>
                {settings && (
                    <TaskSettings
                        key={JSON.stringify([task.opensAt, task.dueAt, task.closesAt, task.wayIn, task.state])}
                        task={task}
                        names={names}
                        onChange={change}
                    />
                )}
            </details>
            <details className="rounded-md border border-line bg-sheet px-4 py-2">
                <summary className="text-sm font-semibold">{say('teacher.task.how-it-is-given')}</summary>
                <ul className="mt-2 text-sm">
                    {task.sentences.map((sentence) => (
                        <li key={sentence}>{sentence}</li>
                    ))}
                    {task.consequences.map((sentence) => (
                        <li key={sentence} className="text-yet">
                            {sentence}
                        </li>
                    ))}
                </ul>
                {Object.values(task.terms.seen ?? {}).includes('when-released') && (
                    <Button className="mt-2" onClick={() => void change({ released: task.releasedAt === null })}>
                        {task.releasedAt === null ? say('teacher.task.release-the-results') : say('teacher.task.take-the-results-back')}
                    </Button>
                )}
                <div className="mt-3">
                    <TermsForecast quiz={task.quiz} group={task.class} terms={task.terms} />
                </div>
                <details className="mt-3">
                    <summary className="text-sm font-semibold">{say('teacher.task.change-the-terms-for-rounds')}</summary>
                    <ChangeTerms
                        key={JSON.stringify(task.terms)}
                        terms={task.terms}
                        closes={task.closesAt !== null}
                        onSave={(terms) => change({ terms })}
                    />
                </details>
            </details>
            {lookout.calls.length > 0 && (
                <section aria-labelledby="calls">
                    <h2 id="calls" className="mb-2 text-xl">
                        {say('teacher.task.who-calls')}
                    </h2>
                    <div className="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
                        {lookout.calls.map((call, index) => (
                            <ConversationCard
                                key={call.id}
                                conversation={call}
                                withQuestion
                                {...(names ? {} : { covered: say('teacher.evidence.student', { student: index + 1 }) })}
                            />
                        ))}
                    </div>
                </section>
            )}
            {lost && <Notice>{say('teacher.task.there-is-no-connection-just')}</Notice>}
            <div className="h-[29rem]">
                <Cutaway
                    document={document}
                    label={say('teacher.task.where-the-students-are')}
                    answers={answers}
                    selected={selected}
                    onSelect={setSelected}
                    at={(node) => (
                        <Students
                            students={standing.get(node) ?? []}
                            standing={(student) => standingHere(document, student)}
                            names={names}
                        />
                    )}
                    share={(rung) => (began.length === 0 ? 0 : (rungCounts[rung] ?? 0) / began.length)}
                />
            </div>
            <Legend />
            <div className="grid items-start gap-6 xl:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
                <StudentGrid task={task} lookout={lookout} names={names} />
                <section aria-label={say('teacher.task.questions')} className="min-w-0">
                    {close.length > 0 ? (
                        <>
                            <Button weight="quiet" className="-ml-3" onClick={() => setSelected(null)}>
                                {say('teacher.task.all-questions')}
                            </Button>
                            {close.map((question) => {
                                const counts = figures.get(question.id);
                                return counts === undefined ? null : (
                                    <CloseUp key={question.id} task={task} question={question.id} figures={counts} answers={answers} />
                                );
                            })}
                        </>
                    ) : (
                        <AllQuestions task={task} figures={lookout.questions} onSelect={setSelected} />
                    )}
                </section>
            </div>
        </main>
    );
}

/** New terms are put together first, and sent when they are wanted. */
function ChangeTerms({ terms, closes, onSave }: { terms: Terms; closes: boolean; onSave: (terms: Terms) => Promise<boolean> }) {
    const [draft, setDraft] = useState(terms);
    const [saving, setSaving] = useState(false);
    const changed = JSON.stringify(draft) !== JSON.stringify(terms);
    return (
        <div className="mt-3 grid max-w-4xl gap-3">
            <TermsEditor terms={draft} closes={closes} onChange={setDraft} />
            <div className="flex gap-3">
                <Button
                    weight="main"
                    disabled={!changed || saving}
                    onClick={() => {
                        setSaving(true);
                        void onSave(draft).then(() => setSaving(false));
                    }}
                >
                    {say('teacher.task.keep-these-terms')}
                </Button>
                {changed && (
                    <Button weight="quiet" onClick={() => setDraft(terms)}>
                        {say('teacher.task.as-they-were')}
                    </Button>
                )}
            </div>
        </div>
    );
}
