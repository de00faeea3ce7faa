import { useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { Link, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { QuizDocument, StoredEvent } from '../../api/types';
import { audience } from '../../ui/GivenTo';
import { Notice } from '../../ui/Notice';
import { Photograph } from '../../ui/Photograph';
import { exact, near } from '../../ui/time';
import { useLive } from '../../ui/useLive';
import { say } from '../../words/words';
import { Page } from '../Navigation';
import { FromRoundToRound } from './FromRoundToRound';
import { QuestionLines } from './QuestionLines';
import { Step } from './Step';
import { WatchStrips } from './WatchStrips';
import { WriteTo } from './WriteTo';

/** Everything one student did in a task, in order and with times. */
export function StudentPage() {
    const { task = '', student = '' } = useParams();
    const given = useQuery({
        queryKey: ['task', task],
        queryFn: () => take(client.GET('/tasks/{task}', { params: { path: { task } } })),
    });
    const queries = useQueryClient();
    const heard = useLive(
        given.data?.live ?? null,
        useCallback(() => void queries.invalidateQueries({ queryKey: ['walks', task, student] }), [queries, task, student]),
    );
    const walks = useQuery({
        queryKey: ['walks', task, student],
        queryFn: () => take(client.GET('/tasks/{task}/students/{student}', { params: { path: { task, student } } })),
        refetchInterval: heard ? 15_000 : 2000,
    });
    const rounds = walks.data?.rounds ?? [];
    // Which are older is known once both are there.
    const walked = given.data === undefined ? [] : rounds.map(({ edition }) => edition);
    const older = [...new Set(walked)].filter((edition) => edition !== given.data?.edition);
    const editions = useQueries({
        queries: older.map((number) => ({
            queryKey: ['task', task, 'edition', number],
            queryFn: () => take(client.GET('/tasks/{task}/editions/{number}', { params: { path: { task, number } } })),
        })),
    });
    const documents = new Map([given, ...editions].flatMap(({ data }) => (data === undefined ? [] : [[data.edition, data.document]])));
    if (given.data === undefined || walks.data === undefined || editions.some(({ data }) => data === undefined)) {
        const error = given.error ?? walks.error ?? editions.find(({ error }) => error !== null)?.error ?? null;
        return (
            <Page title={say('teacher.student.student')}>{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</Page>
        );
    }
    const current = given.data.document;
    const documentOf = ({ edition }: { edition: number }) => documents.get(edition) ?? current;
    return (
        <Page
            title={walks.data.name}
            action={
                <Link className="underline" to={`/tasks/${task}`}>
                    {given.data.title}, {audience(given.data)}
                </Link>
            }
        >
            <div className="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-2">
                <WriteTo task={task} students={[student]} name={walks.data.name} />
                {given.data.class !== null && (
                    <Link className="text-sm underline" to={`/classes/${given.data.class.id}/record?student=${student}`}>
                        {say('teacher.student.over-all-tasks', { name: walks.data.name })}
                    </Link>
                )}
            </div>
            <FromRoundToRound rounds={rounds.map((round) => ({ ...round, document: documentOf(round) }))} />
            {rounds.length === 0 && <p className="text-soft">{say('teacher.student.no-round-has-begun-yet')}</p>}
            {rounds.toReversed().map((round) => (
                <section key={round.id} className="mb-10" aria-labelledby={`round-${round.id}`}>
                    <h2 id={`round-${round.id}`} className="mb-2 text-xl">
                        {say('teacher.student.round', { kind: round.kind, number: round.number })}
                        <span className="ml-3 font-sans text-sm text-soft" title={exact(round.startedAt)}>
                            {[
                                say('teacher.student.began-when', { when: near(round.startedAt) }),
                                round.interrupted && say('teacher.student.ended-by-the-closing'),
                                !round.interrupted &&
                                    round.finishedAt !== null &&
                                    say('teacher.student.finished', { when: near(round.finishedAt) }),
                                round.score !== null && say('teacher.student.of-the-points', { percent: Math.round(round.score * 100) }),
                                round.mastered && say('teacher.student.mastered'),
                            ]
                                .filter((one) => one !== false)
                                .join(', ')}
                        </span>
                    </h2>
                    {round.sheets.length > 0 && (
                        <ul className="mb-4 flex flex-wrap gap-3">
                            {round.sheets.map((sheet, index) => (
                                <li key={sheet} className="w-72 max-w-full">
                                    <Photograph address={`/media/${sheet}`} number={index + 1} />
                                </li>
                            ))}
                        </ul>
                    )}
                    <QuestionLines
                        task={task}
                        round={round.id}
                        document={documentOf(round)}
                        records={round.records}
                        series={round.series}
                        events={round.events}
                        persons={walks.data.persons}
                        opensUntil={walks.data.opensUntil}
                        finished={round.finishedAt !== null}
                        asks={round.asks}
                    />
                    <WatchStrips document={documentOf(round)} events={round.events} />
                    <StepByStep document={documentOf(round)} events={round.events} />
                </section>
            ))}
        </Page>
    );
}

/** All that was done, by the clock. */
function StepByStep({ document, events }: { document: QuizDocument; events: StoredEvent[] }) {
    const [open, setOpen] = useState(false);
    return (
        <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
            <summary className="mb-1 font-semibold">{say('teacher.student.step-by-step')}</summary>
            {open && (
                <ol className="border-l-3 border-rail">
                    {events.map((event, index) => (
                        <Step key={event.number} event={event} before={events[index - 1]} document={document} />
                    ))}
                </ol>
            )}
        </details>
    );
}
