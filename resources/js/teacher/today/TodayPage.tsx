import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { Link } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Today } from '../../api/types';
import { Button, buttonClass } from '../../ui/Button';
import { ConversationCard } from '../../ui/ConversationCard';
import { Notice } from '../../ui/Notice';
import { PersonActs } from '../../ui/PersonActs';
import { QuizRow } from '../../ui/QuizRow';
import { TaskLine } from '../../ui/TaskLine';
import { exact, near } from '../../ui/time';
import { useUndo } from '../../ui/Undo';
import { useAttempt } from '../../ui/useAttempt';
import { useLive } from '../../ui/useLive';
import { say } from '../../words/words';
import { Page } from '../Navigation';

/** So many that were asked stand open; the rest does not push away what runs. */
const asked = 3;

/** Tasks with something to read that stand by themselves; the pile has all of them. */
const tasks = 5;

/** What was asked, what runs, and what was worked on last. */
export function TodayPage() {
    const today = useQuery({ queryKey: ['today'], queryFn: () => take(client.GET('/today')), refetchInterval: 10_000 });
    const teacher = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')), staleTime: 60_000 });
    const queries = useQueryClient();
    useLive(
        teacher.data === undefined ? null : `teacher/${teacher.data.id}`,
        useCallback(() => void queries.invalidateQueries({ queryKey: ['today'] }), [queries]),
    );
    return (
        <Page
            title={say('teacher.today.today')}
            action={
                <Link className={buttonClass('main')} to="/quizzes">
                    {say('teacher.today.make-a-quiz')}
                </Link>
            }
        >
            {today.error !== null && <Notice>{sentence(today.error)}</Notice>}
            {today.data?.isDiskFull === true && <Notice>{say('teacher.today.disk-is-full')}</Notice>}
            {today.data?.sittings.map((one) => (
                <p key={one.id} className="mb-4 flex flex-wrap items-center gap-4 rounded-lg border-2 border-accent bg-sheet px-4 py-3">
                    <span className="mr-auto text-lg">{say('teacher.today.at-the-front', { class: one.class })}</span>
                    <Link className={buttonClass('main')} to={`/sittings/${one.id}`}>
                        {say('teacher.board.back-to-the-front')}
                    </Link>
                    <Link className={buttonClass('plain')} to={`/sittings/${one.id}/lead`}>
                        {say('teacher.board.on-the-phone')}
                    </Link>
                </p>
            ))}
            {today.data !== undefined && today.data.asked.length > 0 && (
                <section aria-labelledby="asked" className="mb-10">
                    <h2 id="asked" className="mb-3 text-xl">
                        {say('teacher.today.asked')}
                    </h2>
                    <div className="grid gap-2">
                        {today.data.asked.slice(0, asked).map((one) => (
                            <ConversationCard key={one.id} conversation={one} withQuestion />
                        ))}
                    </div>
                    {today.data.asked.length > asked && (
                        <details className="mt-2">
                            <summary className="text-soft">
                                {say('teacher.today.more-asked', { count: today.data.asked.length - asked })}
                            </summary>
                            <div className="mt-2 grid gap-2">
                                {today.data.asked.slice(asked).map((one) => (
                                    <ConversationCard key={one.id} conversation={one} withQuestion />
                                ))}
                            </div>
                        </details>
                    )}
                </section>
            )}
            {today.data !== undefined && today.data.personActs.length > 0 && (
                <section aria-labelledby="person-acts" className="mb-10">
                    <h2 id="person-acts" className="mb-3 text-xl">
                        {say('teacher.person-acts.shared-students')}
                    </h2>
                    <PersonActs acts={today.data.personActs} refresh="today" />
                </section>
            )}
            {today.data !== undefined && today.data.openings.length > 0 && (
                <section aria-labelledby="openings" className="mb-10">
                    <h2 id="openings" className="mb-3 text-xl">
                        {say('teacher.opening.for-next-lesson')}
                    </h2>
                    <ul className="grid gap-1">
                        {today.data.openings.map((one) => (
                            <OpeningLine key={one.task} {...one} />
                        ))}
                    </ul>
                </section>
            )}
            {today.data !== undefined && today.data.reading.length > 0 && (
                <section aria-labelledby="reading" className="mb-10">
                    <h2 id="reading" className="mb-3 text-xl">
                        {say('teacher.pile.to-read')}
                    </h2>
                    <ul className="grid gap-1">
                        {today.data.reading.slice(0, tasks).map((one) => (
                            <li key={one.task}>
                                <Link
                                    className="flex flex-wrap items-baseline gap-x-4 rounded-md border border-line bg-sheet px-4 py-2 hover:border-edge"
                                    to={`/pile?task=${one.task}`}
                                >
                                    <span className="font-semibold">{one.title}</span>
                                    <span className="text-soft">{one.class}</span>
                                    <span className="ml-auto tabular-nums">{say('teacher.pile.waiting', { n: one.waiting })}</span>
                                    <span className="text-sm text-soft" title={exact(one.since)}>
                                        {say('teacher.pile.since', { when: near(one.since) })}
                                    </span>
                                </Link>
                            </li>
                        ))}
                    </ul>
                    <p className="mt-2">
                        <Link className="font-semibold underline underline-offset-2" to="/pile">
                            {say('teacher.pile.read-all', { n: today.data.reading.reduce((sum, one) => sum + one.waiting, 0) })}
                        </Link>
                    </p>
                </section>
            )}
            <section aria-labelledby="running">
                <h2 id="running" className="mb-3 text-xl">
                    {say('teacher.today.running-now')}
                </h2>
                {today.data?.running.length === 0 && <p className="text-soft">{say('teacher.today.nothing-is-given-out-just')}</p>}
                <ul className="grid gap-2">
                    {today.data?.running.map((task) => (
                        <TaskLine key={task.id} task={task} withClass />
                    ))}
                </ul>
            </section>
            <section aria-labelledby="last" className="mt-10">
                <h2 id="last" className="mb-3 text-xl">
                    {say('teacher.today.worked-on-last')}
                </h2>
                {today.data?.quizzes.length === 0 && <p className="text-soft">{say('teacher.today.you-have-made-no-quiz')}</p>}
                <ul className="grid gap-2">
                    {today.data?.quizzes.map((quiz) => (
                        <QuizRow key={quiz.id} quiz={quiz} />
                    ))}
                </ul>
            </section>
        </Page>
    );
}

type Opening = Today['openings'][number];

/** A lesson that can be opened, with the way to its opening; or it is not wanted this time. */
function OpeningLine({ task, title, class: group, students }: Opening) {
    const undo = useUndo();
    const { error, attempt } = useAttempt('today');
    const path = { params: { path: { task } } };
    const leave = () =>
        attempt(async () => {
            await take(client.DELETE('/tasks/{task}/opening', path));
            undo.offer(say('teacher.opening.is-left', { title }), say('teacher.opening.propose-again'), () =>
                attempt(() => take(client.PUT('/tasks/{task}/opening', path))),
            );
        });
    return (
        <li className="flex flex-wrap items-center gap-x-2 gap-y-1">
            <Link
                className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-4 rounded-md border border-line bg-sheet px-4 py-2 hover:border-edge"
                to={`/tasks/${task}/opening`}
            >
                <span className="font-semibold">{title}</span>
                <span className="text-soft">{group}</span>
                <span className="ml-auto text-sm">{say('teacher.opening.from', { students })}</span>
            </Link>
            <Button weight="quiet" aria-label={say('teacher.opening.leave-of', { title })} onClick={() => void leave()}>
                {say('teacher.opening.leave')}
            </Button>
            {error !== null && <Notice>{error}</Notice>}
        </li>
    );
}
