import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Opening, Task } from '../../api/types';
import { Rich } from '../../player/Rich';
import { openingEdits } from '../../quiz/followUp';
import { findQuestion } from '../../quiz/places';
import { nameOf as wordsIn } from '../../quiz/text';
import { Button } from '../../ui/Button';
import { useCovers } from '../../ui/covers';
import { Notice } from '../../ui/Notice';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { near } from '../../ui/time';
import { ulid } from '../../ui/ulid';
import { useAttempt } from '../../ui/useAttempt';
import { useMessageId } from '../../ui/useMessageId';
import { say } from '../../words/words';
import { Page } from '../Navigation';

/** What a class did since the last lesson, made the opening of the next one. */
export function OpeningPage() {
    const id = useParams().task ?? '';
    const path = { task: id };
    const task = useQuery({ queryKey: ['task', id], queryFn: () => take(client.GET('/tasks/{task}', { params: { path } })) });
    const opening = useQuery({
        queryKey: ['opening', id],
        queryFn: () => take(client.GET('/tasks/{task}/opening', { params: { path } })),
    });
    const error = task.error ?? opening.error;
    return (
        <Page title={say('teacher.opening.title')}>
            {error !== null ? (
                <Notice>{sentence(error)}</Notice>
            ) : task.data === undefined || opening.data === undefined ? (
                say('ui.one-moment')
            ) : (
                <View task={task.data} opening={opening.data} />
            )}
        </Page>
    );
}

function View({ task, opening }: { task: Task; opening: Opening }) {
    const covers = useCovers();
    const students = Object.keys(opening.names);
    const nameOf = (student: string) =>
        covers.seen.names ? (opening.names[student] ?? '') : say('teacher.evidence.student', { student: students.indexOf(student) + 1 });
    const wordsOf = (id: string) => wordsIn(findQuestion(task.document, id)?.prompt ?? '');
    return (
        <div className="grid gap-8">
            <div className="flex flex-wrap items-center justify-between gap-4">
                <p>
                    {say('teacher.opening.out-of', { class: task.class?.name ?? '', title: task.title })}{' '}
                    <Link className="underline" to={`/tasks/${task.id}/evidence`}>
                        {say('teacher.task.look-back')}
                    </Link>
                </p>
                <ScreenCovers covers={covers} of={['names']} />
            </div>
            <section aria-labelledby="first" className="grid max-w-3xl gap-3">
                <h2 id="first" className="text-xl">
                    {say('teacher.opening.show-first')}
                </h2>
                {opening.questions.length === 0 ? (
                    <p>{say('teacher.opening.nothing-stands-out')}</p>
                ) : (
                    <Questions task={task} opening={opening} />
                )}
            </section>
            <div className="grid items-start gap-8 lg:grid-cols-2">
                <section aria-labelledby="visit">
                    <h2 id="visit" className="mb-2 text-xl">
                        {say('teacher.opening.visit')}
                    </h2>
                    {opening.visit.length === 0 && <p className="text-soft">{say('teacher.opening.nobody')}</p>}
                    <ul className="grid gap-1">
                        {opening.visit.map((one) => (
                            <li key={one.student}>
                                <Link className="font-semibold underline" to={`/tasks/${task.id}/students/${one.student}`}>
                                    {nameOf(one.student)}
                                </Link>{' '}
                                <span className="text-soft">
                                    {one.left > 0
                                        ? say('teacher.opening.left', { left: one.left })
                                        : say('teacher.opening.slipped', { slipped: one.slipped, tried: one.tried })}
                                </span>
                            </li>
                        ))}
                    </ul>
                </section>
                <section aria-labelledby="pairs">
                    <h2 id="pairs" className="mb-2 text-xl">
                        {say('teacher.opening.pairs')}
                    </h2>
                    {opening.pairs.length === 0 && <p className="text-soft">{say('teacher.opening.nobody')}</p>}
                    <ul className="grid gap-1">
                        {opening.pairs.map((pair) => (
                            <li key={pair.one}>
                                {say('teacher.opening.pair', { one: nameOf(pair.one), other: nameOf(pair.other) })}{' '}
                                <span className="text-sm text-soft">{wordsOf(pair.question)}</span>
                            </li>
                        ))}
                    </ul>
                </section>
            </div>
            {opening.held.map((held) => (
                <section key={held.task} aria-label={say('teacher.opening.whether-it-helped')} className="max-w-3xl">
                    <h2 className="mb-2 text-xl">
                        {say('teacher.opening.whether-it-helped')} <span className="text-base text-soft">{near(held.at)}</span>
                    </h2>
                    <ul className="grid gap-2">
                        {held.questions.map((one) => (
                            <li key={one.question} className="rounded-md border border-line bg-sheet px-3 py-2">
                                <p className="font-semibold">{wordsOf(one.question)}</p>
                                <p>
                                    {say('teacher.opening.before-and-then', {
                                        right: one.before.right,
                                        of: one.before.of,
                                        thenRight: one.then.right,
                                        thenOf: one.then.of,
                                    })}
                                </p>
                                {one.both > 0 && (
                                    <p className="text-sm text-soft">
                                        {say('teacher.opening.who-did-both', { both: one.both, gained: one.gained, lost: one.lost })}
                                    </p>
                                )}
                            </li>
                        ))}
                    </ul>
                </section>
            ))}
        </div>
    );
}

/** The questions with the slips that most made, and the one press that puts them on the board. */
function Questions({ task, opening }: { task: Task; opening: Opening }) {
    const { error, attempt } = useAttempt('today');
    const { idOf } = useMessageId();
    const navigate = useNavigate();
    const [busy, setBusy] = useState(false);
    const open = () =>
        attempt(async () => {
            setBusy(true);
            try {
                const params = { path: { task: task.id } };
                const title = say('teacher.opening.of-task', { title: task.title });
                const label = say('teacher.opening.made-of', { title: task.title });
                const id = idOf(JSON.stringify(opening.questions));
                const stops = { id, version: 0, label, edits: openingEdits(task.document, opening.questions) };
                const made = await take(client.POST('/tasks/{task}/openings', { params, body: { title, stops } }));
                const sitting = await take(
                    client.POST('/classes/{class}/sittings', {
                        params: { path: { class: task.class?.id ?? '' } },
                        body: { task: made.id, atOnce: false, devices: true },
                    }),
                );
                // A class that is led already, by something else, is led on from here.
                if (sitting.task !== made.id && sitting.at !== made.id) {
                    const { document } = await take(client.GET('/tasks/{task}', { params: { path: { task: made.id } } }));
                    const place = { task: made.id, stop: document.stops[0]?.id ?? '', cue: null };
                    const body = { id: ulid(), after: sitting.number, kind: 'stands' as const, data: { place } };
                    await take(client.POST('/sittings/{sitting}/acts', { params: { path: { sitting: sitting.id } }, body }));
                }
                await navigate(`/sittings/${sitting.id}`);
            } finally {
                setBusy(false);
            }
        });
    return (
        <>
            <ol className="grid gap-3">
                {opening.questions.map(({ question, right, of, slips }) => (
                    <li key={question} className="rounded-md border border-line bg-sheet px-4 py-3">
                        <Rich text={findQuestion(task.document, question)?.prompt ?? ''} />
                        <p className="mt-1 text-sm">
                            <Link className="underline" to={`/tasks/${task.id}/evidence?at=${question}`}>
                                {say('teacher.opening.right-at-once', { right, of })}
                            </Link>
                        </p>
                        <ul className="mt-1 flex flex-wrap gap-x-6 text-sm text-soft">
                            {slips.map((slip) => (
                                <li key={slip.text}>{say('teacher.opening.slip', { text: slip.text, n: slip.n })}</li>
                            ))}
                        </ul>
                    </li>
                ))}
            </ol>
            <div className="flex flex-wrap items-center gap-4">
                <Button weight="main" disabled={busy} onClick={() => void open()}>
                    {say('teacher.opening.put-on-board')}
                </Button>
                <p className="text-sm text-soft">{say('teacher.opening.as-options')}</p>
            </div>
            {error !== null && <Notice>{error}</Notice>}
        </>
    );
}
