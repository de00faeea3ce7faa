import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { Link, Navigate, useNavigate } from 'react-router';
import { client, Refused, sentence, take, Unreachable } from '../api/client';
import type { Conversation, OwnReturns, OwnTask, StudentPage } from '../api/types';
import { Said } from '../player/AskAbout';
import { ProgressPath, standingsInWords } from '../player/Progress';
import { Button } from '../ui/Button';
import { Field, Text } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { exact, near, onDay } from '../ui/time';
import { useAskAgain, useLive } from '../ui/useLive';
import { useMessageId } from '../ui/useMessageId';
import { listed, say } from '../words/words';
import { adopt } from './queue';
import { ReadingSupport } from './ReadingSupport';
import { RefusedEvents } from './RefusedEvents';
import { lastSeen, leaveNothing, seenAs } from './seen';
import { useOutboxes } from './useOutboxes';
import { useOwnPage } from './useOwnPage';

/** The student's own page: what there is to do, how far it is, how it went. */
export function OwnPage() {
    const { page, at, error, look } = useOwnPage();
    const isOut = error instanceof Refused && error.problem.status === 401;
    const navigate = useNavigate();
    const queries = useQueryClient();
    const [stays, setStays] = useState<string | null>(null);
    const unsent = useOutboxes(useOwn(page));
    const own = page?.id;
    const ask = useCallback(() => void look(), [look]);
    const heard = useLive(own === undefined ? null : `student/${own}`, ask);
    useAskAgain(heard || own === undefined, ask);

    useEffect(() => {
        if (isOut) {
            void leaveNothing();
        }
    }, [isOut]);

    if (isOut) {
        return <Navigate to="/join" replace />;
    }
    const signOut = async () => {
        setStays(null);
        try {
            await take(client.POST('/student/sign-out'));
        } catch (problem) {
            if (!(problem instanceof Refused && problem.problem.status === 401)) {
                setStays(say('student.own.you-are-still-in-on'));
                return;
            }
        }
        await leaveNothing();
        queries.clear();
        await navigate('/join');
    };
    const tasks = page?.classes.flatMap((group) => group.tasks) ?? [];

    return (
        <main className="mx-auto min-h-dvh max-w-2xl px-4 py-6">
            <div className="flex flex-wrap items-center justify-between gap-x-4">
                <h1 className="text-3xl">{page === undefined ? say('ui.one-moment') : say('student.own.hello', { name: page.name })}</h1>
                <div className="ml-auto flex items-center">
                    <ReadingSupport />
                    <Button weight="quiet" onClick={() => void signOut()}>
                        {say('student.own.leave')}
                    </Button>
                </div>
            </div>
            <div className="grid gap-2">
                {stays !== null && <Notice>{stays}</Notice>}
                {at !== null && <Notice>{say('student.own.no-connection', { when: near(new Date(at).toISOString()) })}</Notice>}
                {unsent.count > 0 && <Notice>{say('student.own.unsent', { count: unsent.count })}</Notice>}
                <RefusedEvents unsent={unsent} />
                {error !== null && <Notice>{sentence(error)}</Notice>}
            </div>
            {page?.isGuest && <p className="mt-4 text-soft">{say('student.own.as-a-guest')}</p>}
            {page !== undefined && !page.isGuest && page.cameInBy !== 'secret' && (
                <p className="mt-4 text-soft">{say('student.own.came-in-by-name')}</p>
            )}
            {page !== undefined && page.together.length > 0 && <Together open={page.together} />}
            {page !== undefined && page.answers.length > 0 && <Answers answers={page.answers} />}
            {page !== undefined && page.asked.length > 0 && <Asked asked={page.asked} />}
            {page !== undefined && tasks.length === 0 && <p className="mt-6 text-lg">{say('student.own.there-is-nothing-to-do')}</p>}
            {page?.classes.map((group) => (
                <section key={group.name} className="mt-6" aria-label={group.name === '' ? say('student.own.for-you') : group.name}>
                    {group.tasks.length > 0 && group.name !== '' && <h2 className="mb-3 text-xl text-soft">{group.name}</h2>}
                    <ul className="grid gap-4">
                        {inOrder(group.tasks).map((task) => (
                            <TaskCard key={task.id} task={task} />
                        ))}
                    </ul>
                </section>
            ))}
        </main>
    );
}

/** What comes back today is short, and stands first. */
function inOrder(tasks: OwnTask[]): OwnTask[] {
    const isBack = (task: OwnTask) => task.returns?.isDue === true || task.returns?.underWay != null;
    return [...tasks.filter(isBack), ...tasks.filter((task) => !isBack(task))];
}

/** The student's id, once what waits on this device for whoever they were before is theirs. */
function useOwn(page: StudentPage | undefined): string | undefined {
    const [own, setOwn] = useState<string>();
    const id = page?.id;
    const also = page?.also.join();
    useEffect(() => {
        if (id !== undefined) {
            void adopt(also === undefined || also === '' ? [] : also.split(','), id).then(() => setOwn(id));
        }
    }, [id, also]);
    return own === id ? own : undefined;
}

/** A class of the student's is led from the front just now. */
function Together({ open }: { open: StudentPage['together'] }) {
    const navigate = useNavigate();
    const queries = useQueryClient();
    const [why, setWhy] = useState<string | null>(null);
    const comeIn = async (sitting: string) => {
        try {
            const entered = await take(client.POST('/student/sittings/{sitting}/entry', { params: { path: { sitting } } }));
            queries.setQueryData(['sitting'], entered);
            await navigate('/together');
        } catch (error) {
            setWhy(sentence(error));
        }
    };
    return (
        <ul className="mt-4 grid gap-3">
            {open.map((one) => (
                <li key={one.id} className="rounded-lg border-2 border-accent bg-sheet p-4">
                    <p className="font-display text-xl">{say('student.together.your-class-works-together', { class: one.class })}</p>
                    <Button weight="main" large className="mt-3 w-full" onClick={() => void comeIn(one.id)}>
                        {say('student.together.come-in')}
                    </Button>
                    {why !== null && <Notice>{why}</Notice>}
                </li>
            ))}
        </ul>
    );
}

/** The task, and the question where it is about one. */
function about({ matter, quiz, about: words }: Conversation): string {
    return matter === 'word' ? quiz.title : say('student.own.about', { title: quiz.title, question: words });
}

/** What the teacher said, or answered to what was asked, until it was seen. */
function Answers({ answers }: { answers: Conversation[] }) {
    const { look } = useOwnPage();
    const see = async (conversation: string) => {
        try {
            await take(client.PUT('/student/conversations/{conversation}/seen', { params: { path: { conversation } } }));
        } finally {
            await look();
        }
    };
    return (
        <section className="mt-6" aria-labelledby="answers">
            <h2 id="answers" className="mb-3 text-xl">
                {say('student.own.from-your-teacher')}
            </h2>
            <ul className="grid gap-3">
                {answers.map((one) => (
                    <li key={one.id} className="grid gap-2 rounded-lg border border-line bg-sheet p-4">
                        <p className="text-sm text-soft">{about(one)}</p>
                        <Said conversation={one} onSeen={null} />
                        <Reply conversation={one.id} onSent={look}>
                            <Button className="min-h-11" onClick={() => void see(one.id)}>
                                {say('student.own.i-have-read-it')}
                            </Button>
                        </Reply>
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** What the teacher said can be answered where it is read. */
function Reply({ conversation, onSent, children }: { conversation: string; onSent: () => Promise<void>; children?: ReactNode }) {
    const [text, setText] = useState('');
    const [why, setWhy] = useState<string | null>(null);
    const { idOf, sent } = useMessageId();
    const send = async () => {
        const words = text.trim();
        setWhy(null);
        try {
            await take(
                client.POST('/student/conversations/{conversation}/replies', {
                    params: { path: { conversation } },
                    body: { id: idOf(words), text: words },
                }),
            );
            sent();
            setText('');
            await onSent();
        } catch (problem) {
            setWhy(sentence(problem));
        }
    };
    return (
        <>
            <Text
                label={say('student.own.your-answer')}
                rows={1}
                maxLength={2000}
                value={text}
                onChange={(event) => setText(event.currentTarget.value)}
            />
            {why !== null && <Notice>{why}</Notice>}
            <div className="flex flex-wrap gap-3">
                <Button className="min-h-11" disabled={text.trim() === ''} onClick={() => void send()}>
                    {say('student.own.answer')}
                </Button>
                {children}
            </div>
        </>
    );
}

/** What else was asked: answered and read, or waiting for an answer. */
function Asked({ asked }: { asked: Conversation[] }) {
    return (
        <details className="mt-4">
            <summary className="min-h-11 content-center font-semibold">{say('student.own.what-you-asked', { n: asked.length })}</summary>
            <ul className="grid gap-3">
                {[...asked].reverse().map((one) => (
                    <li key={one.id} className="grid gap-2 rounded-lg border border-line bg-sheet p-4">
                        <p className="text-sm text-soft">{about(one)}</p>
                        <Said conversation={one} onSeen={null} />
                        {!one.settled && <p className="text-sm">{say('student.own.waits-for-an-answer')}</p>}
                    </li>
                ))}
            </ul>
        </details>
    );
}

/** The rounds so far, each to look at again: how they improve. */
function Rounds({ rounds }: { rounds: OwnTask['rounds'] }) {
    return (
        <details className="mt-2">
            <summary className="min-h-11 content-center font-semibold">{say('student.own.your-rounds', { n: rounds.length })}</summary>
            <ol className="grid gap-1">
                {rounds.map((round) => (
                    <li key={round.id} className="flex items-center gap-3">
                        <Link className="min-h-11 min-w-24 content-center underline underline-offset-4" to={`/walk/${round.id}`}>
                            {say('student.own.round', { number: round.number })}
                        </Link>
                        {round.score !== null && (
                            <>
                                <span aria-hidden="true" className="h-2 flex-1 rounded-sm bg-earth">
                                    <span className="block h-2 rounded-sm bg-rail" style={{ width: `${100 * round.score}%` }} />
                                </span>
                                <span className="w-28 text-sm">
                                    {say('student.own.of-the-points', { percent: Math.round(100 * round.score) })}
                                </span>
                            </>
                        )}
                        <span className="text-sm text-soft" title={exact(round.finishedAt)}>
                            {near(round.finishedAt)}
                        </span>
                    </li>
                ))}
            </ol>
        </details>
    );
}

/** What was mastered comes back: when, how often, and how much of it was still there. */
function ComesBack({ returns, busy, onBegin }: { returns: OwnReturns; busy: boolean; onBegin: () => void }) {
    const now = returns.isDue || returns.underWay !== null;
    return (
        <div className="mt-3 border-l-4 border-rail pl-3">
            {now ? (
                <p className="font-semibold">{say('student.own.it-comes-back-now', { n: returns.done + 1, of: returns.of })}</p>
            ) : returns.on !== null ? (
                <p>{say('student.own.it-comes-back', { n: returns.done + 1, of: returns.of, when: onDay(returns.on) })}</p>
            ) : (
                <p>{say('student.own.nothing-more-comes-back')}</p>
            )}
            {returns.last !== null && (
                <p className="text-sm text-soft">
                    {say('student.own.still-there', { there: returns.last.there, asked: returns.last.asked })}
                </p>
            )}
            {now && (
                <Button weight="main" large className="mt-2" disabled={busy} onClick={onBegin}>
                    {say('student.own.do-you-still-know-it')}
                </Button>
            )}
        </div>
    );
}

function TaskCard({ task }: { task: OwnTask }) {
    const navigate = useNavigate();
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);
    const walk = async (asked: () => Promise<{ id: string }>, underWay: string | null = null) => {
        setBusy(true);
        setError(null);
        try {
            await navigate(`/walk/${(await asked()).id}`);
        } catch (problem) {
            // What is on the device is there without a connection.
            if (underWay !== null && problem instanceof Unreachable && (await lastSeen(seenAs(underWay))) !== null) {
                await navigate(`/walk/${underWay}`);
                return;
            }
            setError(sentence(problem));
            setBusy(false);
        }
    };
    const params = { path: { task: task.id } };
    const begin = (again: boolean) =>
        walk(
            () => take(client.POST('/student/tasks/{task}/rounds', { params, body: { again, ...(password === '' ? {} : { password }) } })),
            again ? null : (task.round?.id ?? null),
        );
    const comeBack = () => walk(() => take(client.POST('/student/tasks/{task}/returns', { params })));
    const [password, setPassword] = useState('');
    const { round } = task;
    const pauses = task.nextFrom !== null && Date.parse(task.nextFrom) > Date.now();

    return (
        <li className="rounded-lg border border-line bg-sheet p-4">
            <h3 className="text-xl">{task.title}</h3>
            {task.optional && <p className="text-sm text-soft">{say('student.own.optional')}</p>}
            {task.dueAt !== null && (
                <p className="text-sm text-soft" title={exact(task.dueAt)}>
                    {Date.parse(task.dueAt) > Date.now()
                        ? say('student.own.due', { when: near(task.dueAt) })
                        : say('student.own.it-was-due', { when: near(task.dueAt) })}
                </p>
            )}
            {task.open && task.closesAt !== null && (
                <p className="text-sm text-soft" title={exact(task.closesAt)}>
                    {say('student.own.closes', { when: near(task.closesAt) })}
                </p>
            )}
            {task.note !== '' && <p className="mt-2 border-l-4 border-rail pl-3 whitespace-pre-wrap">{task.note}</p>}
            {round === null ? (
                <>
                    <p className="mt-2">{task.terms.slice(0, 3).join(' ')}</p>
                    {task.terms.length > 3 && (
                        <details className="mt-1">
                            <summary className="min-h-11 content-center font-semibold">
                                {say('student.own.rounds-and-what-you-will')}
                            </summary>
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
                    <ProgressPath progress={round.progress} />
                    <p>{round.standings === null ? say('student.own.your-answers-have-been-kept') : standingsInWords(round.standings)}</p>
                    {task.open && round.sentBack > 0 && (
                        <p className="border-l-4 border-accent pl-3 font-semibold">{say('student.own.sent-back', { n: round.sentBack })}</p>
                    )}
                    {task.mastered && <p className="font-semibold">{say('student.own.mastered')}</p>}
                    {task.score !== null && <p>{say('student.own.your-score-of-the-points', { percent: Math.round(task.score * 100) })}</p>}
                    {task.goal !== null && (
                        <p>
                            {say('student.own.your-goal-of', {
                                done: task.goal.done,
                                need: task.goal.need,
                                reached: task.goal.reached ? 'yes' : 'no',
                            })}
                        </p>
                    )}
                </div>
            )}
            {task.rounds.length > 1 && <Rounds rounds={task.rounds} />}
            {task.returns !== null && <ComesBack returns={task.returns} busy={busy} onBegin={() => void comeBack()} />}
            <div className="mt-4">
                {task.asksForPassword && task.open && task.waitsFor.length === 0 && (
                    <div className="mb-3">
                        <Field
                            label={say('student.own.password')}
                            value={password}
                            maxLength={60}
                            autoComplete="off"
                            autoCapitalize="off"
                            spellCheck={false}
                            onChange={(event) => setPassword(event.currentTarget.value)}
                        />
                    </div>
                )}
                {round === null ? (
                    task.open && (
                        <Button weight="main" large disabled={busy || task.waitsFor.length > 0} onClick={() => void begin(false)}>
                            {say('student.own.start')}
                        </Button>
                    )
                ) : round.finished ? (
                    <div className="flex flex-wrap items-center gap-3">
                        <Button large disabled={busy} onClick={() => void begin(false)}>
                            {say('student.own.how-it-went')}
                        </Button>
                        {task.open && task.nextFrom !== null && (
                            <Button large disabled={busy || pauses} onClick={() => void begin(true)}>
                                {say('student.own.another-round')}
                            </Button>
                        )}
                    </div>
                ) : (
                    <Button weight="main" large disabled={busy} onClick={() => void begin(false)}>
                        {say('student.own.go-on-where-you-were')}
                    </Button>
                )}
                {task.waitsFor.length > 0 && (
                    <p className="mt-2 text-sm text-soft">
                        {say('student.own.this-opens-when-you-have', {
                            gates: listed(
                                task.waitsFor.map(({ title, score }) =>
                                    say('student.own.gate', {
                                        reach: score === null ? 'mastered' : 'score',
                                        percent: Math.round((score ?? 0) * 100),
                                        title,
                                    }),
                                ),
                            ),
                        })}
                    </p>
                )}
                {task.open && pauses && task.nextFrom !== null && (
                    <p className="mt-2 text-sm text-soft" title={exact(task.nextFrom)}>
                        {say('student.own.the-next-round-can-begin', { when: near(task.nextFrom) })}
                    </p>
                )}
                {!task.open && (
                    <p className="mt-2 text-sm text-soft">
                        {say('student.own.this-task-is-closed', {
                            round: round !== null ? 'yes' : 'no',
                            late: round?.late === true ? 'yes' : 'no',
                        })}
                    </p>
                )}
                {error !== null && <Notice>{error}</Notice>}
            </div>
        </li>
    );
}
