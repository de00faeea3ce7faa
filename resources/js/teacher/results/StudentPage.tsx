import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { Link, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Answer, QuizDocument, Standing, StoredEvent } from '../../api/types';
import { rungWithin } from '../../quiz/kinds';
import { questionName, rungName, short } from '../../quiz/names';
import { entriesOf, find, findQuestion } from '../../quiz/places';
import { audience } from '../../ui/GivenTo';
import { Notice } from '../../ui/Notice';
import { Photograph } from '../../ui/Photograph';
import { StandingMark, standingWords } from '../../ui/Standing';
import { exact, near, timecode, toTheSecond } from '../../ui/time';
import { useLive } from '../../ui/useLive';
import { listed, say } from '../../words/words';
import { Page } from '../Navigation';
import { Answers } from './PointsByHand';
import { PLAYED, WatchStrips } from './WatchStrips';
import { WriteTo } from './WriteTo';

interface Fact {
    kind: string;
    question?: string;
    result?: string;
    rung?: string;
    standing?: Standing;
}

const resultWords: Record<string, string> = {
    right: say('teacher.student.right'),
    partly: say('teacher.student.partly-right'),
    'not-right': say('teacher.student.not-yet'),
    unclear: say('teacher.student.asked-back'),
    noted: say('teacher.student.noted'),
};

/** What else a student can do, in a few words. */
const doneWords: Partial<Record<StoredEvent['kind'], string>> = {
    'asked-for-alike': say('teacher.student.asked-for-another-question-like'),
    skipped: say('teacher.student.left-it-out'),
    'video-away': say('teacher.student.could-not-have-the-video'),
    called: say('teacher.student.called-the-teacher'),
    'timed-out': say('teacher.student.ran-out-of-time'),
    'handed-in': say('teacher.student.handed-the-round-in'),
    overruled: say('teacher.student.was-given-points-by-hand'),
    restored: say('teacher.student.counts-as-marked-again'),
    closed: say('teacher.student.was-ended-when-the-task'),
    reopened: say('teacher.student.could-go-on-when-it'),
};

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
    if (given.data === undefined || walks.data === undefined) {
        const error = given.error ?? walks.error;
        return (
            <Page title={say('teacher.student.student')}>{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</Page>
        );
    }
    const { document } = given.data;
    return (
        <Page
            title={walks.data.name}
            action={
                <Link className="underline" to={`/tasks/${task}`}>
                    {given.data.title}, {audience(given.data)}
                </Link>
            }
        >
            <div className="mb-4">
                <WriteTo task={task} students={[student]} name={walks.data.name} />
            </div>
            {walks.data.rounds.length === 0 && <p className="text-soft">{say('teacher.student.no-round-has-begun-yet')}</p>}
            {[...walks.data.rounds].reverse().map((round) => (
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
                    <Answers
                        task={task}
                        round={round.id}
                        document={document}
                        records={round.records}
                        series={round.series}
                        events={round.events}
                        persons={walks.data.persons}
                        finished={round.finishedAt !== null}
                    />
                    <WatchStrips document={document} events={round.events} />
                    <details open={round === walks.data.rounds.at(-1)}>
                        <summary className="mb-1 font-semibold">{say('teacher.student.step-by-step')}</summary>
                        <ol className="border-l-3 border-rail">
                            {round.events.map((event, index) => (
                                <EventLine key={event.number} event={event} before={round.events[index - 1]} document={document} />
                            ))}
                        </ol>
                    </details>
                </section>
            ))}
        </Page>
    );
}

function EventLine({ event, before, document }: { event: StoredEvent; before: StoredEvent | undefined; document: QuizDocument }) {
    const facts = event.facts as Fact[];
    const marked = facts.find((fact) => fact.kind === 'marked');
    const rung = facts.find((fact) => fact.kind === 'rung-seen');
    const stood = facts.find((fact) => fact.kind === 'stood')?.standing;
    const lasted = before === undefined ? 0 : Math.round((event.at - before.at) / 1000);
    const sentences: string[] = [];
    if (event.kind === 'answered') {
        sentences.push(
            say('teacher.student.answered', { answer: answer(document, event), result: resultWords[marked?.result ?? ''] ?? '' }),
        );
    } else if (event.kind === 'asked-for-help') {
        sentences.push(say('teacher.student.asked-for-help'));
    } else if (event.kind === 'watched') {
        const { from, to } = event.data as { from: number; to: number };
        if (to - from < PLAYED) {
            return null;
        }
        sentences.push(say('teacher.student.watched-to', { from: timecode(Math.round(from)), to: timecode(Math.round(to)) }));
    } else if (event.kind === 'commented') {
        sentences.push(say('teacher.student.commented', { text: (event.data as { text: string }).text }));
    } else if (event.kind === 'set-aside') {
        sentences.push(say('teacher.student.left-the-question-for-later'));
    } else if (event.kind === 'started') {
        sentences.push(say('teacher.student.began'));
    } else if (event.kind === 'judged-own') {
        sentences.push(
            (event.data as { yes: boolean }).yes
                ? say('teacher.student.judged-their-answer-right')
                : say('teacher.student.judged-their-answer-not-yet'),
        );
    } else {
        const done = doneWords[event.kind];
        if (done !== undefined) {
            sentences.push(done);
        }
    }
    if (rung?.rung !== undefined) {
        const place = find(document, rung.rung);
        sentences.push(
            place?.kind === 'rung'
                ? say('teacher.student.saw-rung', { rung: rungWithin(place.rung.kind), name: short(rungName(place.rung), 70) })
                : say('teacher.student.saw-earlier-rung'),
        );
    }
    if (facts.some((fact) => fact.kind === 'finished')) {
        sentences.push(say('teacher.student.reached-the-finish'));
    }
    if (sentences.length === 0) {
        return null;
    }
    const about = marked?.question ?? rung?.question ?? facts.find((fact) => fact.kind === 'stood')?.question;
    return (
        <li className="relative py-1.5 pl-6">
            <span className="absolute -left-[11px] grid size-[19px] place-items-center rounded-full bg-paper">
                {stood === undefined ? <span className="size-1.5 rounded-full bg-rail" /> : <StandingMark standing={stood} size={18} />}
            </span>
            {about !== undefined && (
                <span className="block text-sm text-soft">
                    {questionName(document, about) || say('teacher.student.a-question-of-an-earlier')}
                </span>
            )}
            <span>{sentences.join('; ')}</span>
            {stood !== undefined && <span className="sr-only">, {say('teacher.student.now', { standing: standingWords[stood] })}</span>}
            <span className="ml-2 text-sm text-soft" title={exact(new Date(event.at).toISOString())}>
                {toTheSecond(event.at)}
                {lasted > 0 && `, ${say('teacher.student.after', { time: timecode(lasted) })}`}
                {event.late && ` · ${say('teacher.student.arrived-after-the-closing')}`}
            </span>
        </li>
    );
}

function answer(document: QuizDocument, event: StoredEvent): string {
    const { question: id, response } = event.data as { question: string; response: Answer };
    const question = findQuestion(document, id);
    const name = (item: string) =>
        [...(question === null ? [] : entriesOf(question)), ...(question?.items ?? []), ...(question?.pairs ?? [])].find(
            (one) => one.id === item,
        )?.text ?? item;
    if ('text' in response) {
        return say('teacher.student.quoted', { text: response.text });
    }
    if ('choices' in response) {
        return listed(response.choices.map((choice) => say('teacher.student.quoted', { text: name(choice) })));
    }
    if ('order' in response) {
        return response.order.map(name).join(' → ');
    }
    if ('files' in response) {
        return say('teacher.student.with-something-handed-in');
    }
    const parts =
        'pairs' in response
            ? Object.entries(response.pairs).map(([left, right]) => `${name(left)} → ${name(right)}`)
            : Object.values(response.gaps).map(name);
    return parts.map((part) => `“${part}”`).join(', ');
}
