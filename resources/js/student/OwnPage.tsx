import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Navigate, useNavigate } from 'react-router';
import { client, Refused, sentence, take } from '../api/client';
import type { OwnTask } from '../api/types';
import { forgetDrafts } from '../player/drafts';
import { HowFar, howItGoes } from '../player/Signs';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { exact, near } from '../ui/time';
import { ReadingSupport } from './ReadingSupport';
import { Told } from './Told';
import { useOutboxes } from './useOutboxes';

/** The student's own page: what there is to do, how far it is, how it went. */
export function OwnPage() {
    const page = useQuery({ queryKey: ['student'], queryFn: () => take(client.GET('/student')) });
    const navigate = useNavigate();
    const queries = useQueryClient();
    const [stays, setStays] = useState<string | null>(null);
    const unsent = useOutboxes(page.data?.id);

    if (page.error instanceof Refused && page.error.problem.status === 401) {
        return <Navigate to="/join" replace />;
    }
    const signOut = async () => {
        setStays(null);
        try {
            await take(client.POST('/student/sign-out'));
        } catch (problem) {
            if (!(problem instanceof Refused && problem.problem.status === 401)) {
                setStays('You are still in on this device: the server could not be reached. Try again before you give it away.');
                return;
            }
        }
        forgetDrafts();
        queries.clear();
        await navigate('/join');
    };
    const tasks = page.data?.classes.flatMap((group) => group.tasks) ?? [];

    return (
        <main className="mx-auto min-h-dvh max-w-2xl px-4 py-6">
            <div className="flex flex-wrap items-center justify-between gap-x-4">
                <h1 className="text-3xl">{page.data === undefined ? 'One moment …' : `Hello, ${page.data.name}`}</h1>
                <div className="ml-auto flex items-center">
                    <ReadingSupport />
                    <Button weight="quiet" onClick={() => void signOut()}>
                        Leave
                    </Button>
                </div>
            </div>
            {stays !== null && <Notice>{stays}</Notice>}
            {unsent.count > 0 && (
                <Notice>
                    {unsent.count === 1 ? 'One thing you did waits' : `${unsent.count} things you did wait`} on this device and{' '}
                    {unsent.count === 1 ? 'is' : 'are'} sent by {unsent.count === 1 ? 'itself' : 'themselves'} as soon as the server is
                    there.
                </Notice>
            )}
            <Told unsent={unsent} />
            {page.error !== null && <Notice>{sentence(page.error)}</Notice>}
            {page.data !== undefined && tasks.length === 0 && (
                <p className="mt-6 text-lg">There is nothing to do just now. When your teacher gives you something, it stands here.</p>
            )}
            {page.data?.classes.map((group) => (
                <section key={group.name} className="mt-6" aria-label={group.name === '' ? 'For you' : group.name}>
                    {group.tasks.length > 0 && group.name !== '' && <h2 className="mb-3 text-xl text-soft">{group.name}</h2>}
                    <ul className="grid gap-4">
                        {group.tasks.map((task) => (
                            <TaskCard key={task.id} task={task} />
                        ))}
                    </ul>
                </section>
            ))}
        </main>
    );
}

function TaskCard({ task }: { task: OwnTask }) {
    const navigate = useNavigate();
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);
    const begin = async (again: boolean) => {
        setBusy(true);
        setError(null);
        try {
            const view = await take(client.POST('/student/tasks/{task}/rounds', { params: { path: { task: task.id } }, body: { again } }));
            await navigate(`/walk/${view.id}`);
        } catch (problem) {
            setError(sentence(problem));
            setBusy(false);
        }
    };
    const { round } = task;
    const pauses = task.nextFrom !== null && Date.parse(task.nextFrom) > Date.now();

    return (
        <li className="rounded-lg border border-line bg-sheet p-4">
            <h3 className="text-xl">{task.title}</h3>
            {task.dueAt !== null && (
                <p className="text-sm text-soft" title={exact(task.dueAt)}>
                    {Date.parse(task.dueAt) > Date.now() ? `Due ${near(task.dueAt)}` : `It was due ${near(task.dueAt)}`}
                </p>
            )}
            {task.open && task.closesAt !== null && (
                <p className="text-sm text-soft" title={exact(task.closesAt)}>
                    Closes {near(task.closesAt)}
                </p>
            )}
            {round === null ? (
                <>
                    <p className="mt-2">{task.terms.slice(0, 3).join(' ')}</p>
                    {task.terms.length > 3 && (
                        <details className="mt-1">
                            <summary className="min-h-11 content-center font-semibold">Rounds, and what you will see</summary>
                            <ul className="grid gap-1">
                                {task.terms.slice(3).map((sentence) => (
                                    <li key={sentence}>{sentence}</li>
                                ))}
                            </ul>
                        </details>
                    )}
                </>
            ) : (
                <div className="mt-3 grid gap-1">
                    <HowFar far={round.far} />
                    <p>{round.goes === null ? 'Your answers have been kept.' : howItGoes(round.goes)}</p>
                    {task.score !== null && <p>Your score: {Math.round(task.score * 100)} % of the points</p>}
                    {task.goal !== null && (
                        <p>
                            Your goal: {task.goal.done} of {task.goal.need} {task.goal.reached ? '– reached' : 'so far'}
                        </p>
                    )}
                </div>
            )}
            <div className="mt-4">
                {round === null ? (
                    task.open && (
                        <Button weight="main" large disabled={busy || task.waitsFor.length > 0} onClick={() => void begin(false)}>
                            Start
                        </Button>
                    )
                ) : round.finished ? (
                    <div className="flex flex-wrap items-center gap-3">
                        <Button large disabled={busy} onClick={() => void begin(false)}>
                            How it went
                        </Button>
                        {task.open && task.nextFrom !== null && (
                            <Button large disabled={busy || pauses} onClick={() => void begin(true)}>
                                Another round
                            </Button>
                        )}
                    </div>
                ) : (
                    <Button weight="main" large disabled={busy} onClick={() => void begin(false)}>
                        Go on where you were
                    </Button>
                )}
                {task.waitsFor.length > 0 && (
                    <p className="mt-2 text-sm text-soft">This opens when you have mastered “{task.waitsFor.join('” and “')}”.</p>
                )}
                {task.open && pauses && task.nextFrom !== null && (
                    <p className="mt-2 text-sm text-soft" title={exact(task.nextFrom)}>
                        The next round can begin {near(task.nextFrom)}.
                    </p>
                )}
                {!task.open && (
                    <p className="mt-2 text-sm text-soft">
                        This task is closed. {round !== null && 'What you did is kept.'}
                        {round?.late === true && ' Some of it arrived after the closing, and your teacher sees that.'}
                    </p>
                )}
                {error !== null && <Notice>{error}</Notice>}
            </div>
        </li>
    );
}
