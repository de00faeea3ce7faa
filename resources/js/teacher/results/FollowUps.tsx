import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { FollowUp } from '../../api/types';
import { Names } from '../../ui/Names';
import { Notice } from '../../ui/Notice';
import { near } from '../../ui/time';
import { say } from '../../words/words';

interface Props {
    task: string;
    namesOf: (students: string[]) => string[];
}

/** What was given after a task to some of its students, and whether it helped them. */
export function FollowUps({ task, namesOf }: Props) {
    const [measures, setMeasures] = useState<Record<string, string>>({});
    const found = useQuery({
        queryKey: ['follow-ups', task, measures],
        queryFn: () => take(client.GET('/tasks/{task}/follow-ups', { params: { path: { task }, query: { measures } } })),
        placeholderData: (before) => before,
        staleTime: 0,
    });
    if (found.data === undefined || found.data.length === 0) {
        return found.error === null ? null : <Notice>{sentence(found.error)}</Notice>;
    }
    return (
        <section aria-labelledby="follow-ups" className="min-w-0">
            <h2 id="follow-ups" className="mb-2 text-xl">
                {say('teacher.follow-up.follow-ups')}
            </h2>
            <ul className="grid max-w-3xl gap-2">
                {found.data.map((one) => (
                    <li key={one.line.id} className="rounded-md border border-line bg-sheet px-3 py-2 text-sm">
                        <p className="font-semibold">
                            <Link className="underline" to={`/tasks/${one.line.id}`}>
                                {one.line.title}
                            </Link>
                        </p>
                        {one.wording !== '' && <p>“{one.wording}”</p>}
                        <p>
                            {say('teacher.follow-up.given-to', {
                                students: one.students.length,
                                on: near(one.line.givenAt),
                                finished: one.finished,
                            })}{' '}
                            <span className="text-soft">
                                <Names names={namesOf(one.students)} />
                            </span>
                        </p>
                        <Effect followUp={one} onMeasure={(measure) => setMeasures((before) => ({ ...before, [one.line.id]: measure }))} />
                    </li>
                ))}
            </ul>
        </section>
    );
}

const percent = (share: number) => Math.round(100 * share);

const signed = (share: number) => `${share < 0 ? '−' : '+'}${Math.abs(percent(share))}`;

function Effect({ followUp, onMeasure }: { followUp: FollowUp; onMeasure: (task: string) => void }) {
    const { measures, measure, ofNeed, got, others, comparison } = followUp;
    if (got === null || others === null) {
        return <p className="mt-1 text-soft">{say('teacher.follow-up.nothing-since')}</p>;
    }
    return (
        <div className="mt-2 grid gap-1">
            <label className="flex flex-wrap items-center gap-2">
                {say('teacher.follow-up.whether-it-helped')}
                <select
                    className="max-w-full rounded-md border border-edge bg-sheet px-2 py-1"
                    value={measure ?? ''}
                    onChange={(event) => onMeasure(event.currentTarget.value)}
                >
                    {measures.map((one) => (
                        <option key={one.task} value={one.task}>
                            {say('teacher.follow-up.measure', { title: one.title, got: one.got, others: one.others })}
                        </option>
                    ))}
                </select>
            </label>
            <p className="text-soft">{say(ofNeed ? 'teacher.follow-up.of-what-it-is-about' : 'teacher.follow-up.of-all-questions')}</p>
            <table className="w-fit text-left tabular-nums">
                <thead>
                    <tr className="text-soft">
                        <th />
                        <th className="px-3 font-normal">{say('teacher.follow-up.students')}</th>
                        <th className="px-3 font-normal">{say('teacher.follow-up.before')}</th>
                        <th className="px-3 font-normal">{say('teacher.follow-up.since')}</th>
                    </tr>
                </thead>
                <tbody>
                    {[
                        { who: say('teacher.follow-up.got-it'), ...got },
                        { who: say('teacher.follow-up.others'), ...others },
                    ].map((row) => (
                        <tr key={row.who}>
                            <th className="pr-3 font-normal">{row.who}</th>
                            <td className="px-3">{row.n}</td>
                            <td className="px-3">{row.n === 0 ? '–' : say('teacher.figures.percent', { percent: percent(row.before) })}</td>
                            <td className="px-3">{row.n === 0 ? '–' : say('teacher.figures.percent', { percent: percent(row.after) })}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            {comparison === null ? (
                <p>{say('teacher.follow-up.too-few')}</p>
            ) : (
                <>
                    <p className="font-semibold">
                        {say('teacher.follow-up.difference', {
                            how: verdict(comparison.interval),
                            points: Math.abs(percent(comparison.difference)),
                            sign: comparison.difference < 0 ? 'less' : 'more',
                            from: signed(comparison.interval[0] ?? 0),
                            to: signed(comparison.interval[1] ?? 0),
                        })}
                    </p>
                    <p className="text-soft">
                        {say('teacher.follow-up.not-by-lot')} {!comparison.overlap && say('teacher.follow-up.no-overlap')}
                    </p>
                </>
            )}
        </div>
    );
}

/** What the interval lets one say. */
function verdict([from = 0, to = 0]: number[]): 'helped' | 'harmed' | 'open' {
    return from > 0 ? 'helped' : to < 0 ? 'harmed' : 'open';
}
