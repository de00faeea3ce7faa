import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { ExitChecks, SchoolClass } from '../../api/types';
import { useCovers } from '../../ui/covers';
import { FollowUpLink } from '../../ui/FollowUpLink';
import { byWords } from '../../ui/figures/Sorting';
import { Names } from '../../ui/Names';
import { Notice } from '../../ui/Notice';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { day } from '../../ui/time';
import { say } from '../../words/words';
import { ClassFrame } from './ClassFrame';

/** What a class said of its lessons at their end: who could explain what, who wants what again. */
export function ExitChecksPage() {
    return <ClassFrame>{(group) => <Checks group={group} />}</ClassFrame>;
}

type Check = ExitChecks['checks'][number];

function Checks({ group }: { group: SchoolClass }) {
    const covers = useCovers();
    const found = useQuery({
        queryKey: ['exit-checks', group.id],
        queryFn: () => take(client.GET('/classes/{class}/exit-checks', { params: { path: { class: group.id } } })),
        refetchInterval: 20_000,
    });
    if (found.data === undefined) {
        return found.error === null ? <p>{say('ui.one-moment')}</p> : <Notice>{sentence(found.error)}</Notice>;
    }
    const { names, checks, over } = found.data;
    const [latest, ...earlier] = checks;
    if (latest === undefined) {
        return (
            <p className="max-w-2xl">
                {say('teacher.exit-check.none-yet')}{' '}
                <Link className="underline" to={`/give?class=${group.id}`}>
                    {say('teacher.give.give-out-a-quiz')}
                </Link>
            </p>
        );
    }
    const order = Object.keys(names);
    const nameOf = (student: string) =>
        covers.seen.names ? (names[student] ?? '') : say('teacher.record.student-number', { number: order.indexOf(student) + 1 });
    return (
        <div className="grid gap-8">
            <ScreenCovers covers={covers} of={['names']} />
            <CheckView check={latest} nameOf={nameOf} />
            <OverWeeks over={over} checks={checks} />
            {earlier.length > 0 && (
                <section aria-labelledby="earlier" className="grid gap-2">
                    <h2 id="earlier" className="text-xl">
                        {say('teacher.exit-check.earlier')}
                    </h2>
                    {earlier.map((check) => (
                        <details key={check.task} className="rounded-md border border-line bg-sheet px-4 py-2">
                            <summary className="font-semibold">
                                {say('teacher.exit-check.of-day', { title: check.title, on: day(check.givenAt) })}
                            </summary>
                            <div className="mt-3">
                                <CheckView check={check} nameOf={nameOf} />
                            </div>
                        </details>
                    ))}
                </section>
            )}
        </div>
    );
}

interface ViewProps {
    check: Check;
    nameOf: (student: string) => string;
}

function CheckView({ check, nameOf }: ViewProps) {
    const namesOf = (students: string[]) => students.map(nameOf).sort(byWords);
    return (
        <section aria-labelledby={`check-${check.task}`} className="grid max-w-3xl gap-4">
            <div>
                <h2 id={`check-${check.task}`} className="text-xl">
                    {say('teacher.exit-check.of-day', { title: check.title, on: day(check.givenAt) })}
                </h2>
                <p className="text-sm text-soft">
                    {say('teacher.exit-check.answered', { n: check.answered })}{' '}
                    <Link className="underline" to={`/tasks/${check.task}/evidence`}>
                        {say('teacher.exit-check.every-answer')}
                    </Link>
                </p>
            </div>
            <ul className="grid gap-3">
                {check.objectives.map((one) => (
                    <li key={one.objective} className="rounded-md border border-line bg-sheet px-4 py-3">
                        <h3 className="text-base font-semibold">{one.text}</h3>
                        <dl className="mt-1 grid gap-x-4 gap-y-1 text-sm sm:grid-cols-[auto_minmax(0,1fr)]">
                            <Line words={say('teacher.exit-check.again', { n: one.again.length })} names={namesOf(one.again)} strong />
                            {one.between.length > 0 && (
                                <Line words={say('teacher.exit-check.between', { n: one.between.length })} names={namesOf(one.between)} />
                            )}
                            <Line words={say('teacher.exit-check.could', { n: one.could.length })} names={namesOf(one.could)} />
                            <Line
                                words={say('teacher.exit-check.could-and-slipped', { n: both(one.could, one.slipped).length })}
                                names={namesOf(both(one.could, one.slipped))}
                            />
                        </dl>
                        <FollowUpLink task={check.task} need={one.objective} students={[...new Set([...one.again, ...one.slipped])]} />
                    </li>
                ))}
            </ul>
            {check.words.map((one) => (
                <div key={one.question}>
                    <h3 className="text-base font-semibold">{one.prompt}</h3>
                    {one.groups.length === 0 && <p className="text-sm text-soft">{say('teacher.exit-check.nothing-written')}</p>}
                    <ul className="mt-1 grid gap-2">
                        {one.groups.map((group) => (
                            <li key={group[0]?.student} className="border-l-4 border-rail pl-3 text-sm">
                                {group.length > 1 && (
                                    <p className="font-semibold">{say('teacher.exit-check.alike', { n: group.length })}</p>
                                )}
                                {group.map(({ student, text }) => (
                                    <p key={student}>
                                        “{text}” <span className="text-soft">{nameOf(student)}</span>
                                    </p>
                                ))}
                            </li>
                        ))}
                    </ul>
                </div>
            ))}
        </section>
    );
}

const both = (one: string[], other: string[]) => one.filter((student) => other.includes(student));

function Line({ words, names, strong = false }: { words: string; names: string[]; strong?: boolean }) {
    return (
        <>
            <dt className={strong ? 'font-semibold' : ''}>{words}</dt>
            <dd className="text-soft">{names.length === 0 ? '–' : <Names names={names} />}</dd>
        </>
    );
}

/** How many could explain each objective, week by week. */
function OverWeeks({ over, checks }: { over: ExitChecks['over']; checks: Check[] }) {
    const weeks = checks.filter((check) => over.some(({ points }) => points.some(({ task }) => task === check.task))).reverse();
    if (weeks.length < 2) {
        return null;
    }
    return (
        <section aria-labelledby="over">
            <h2 id="over" className="mb-1 text-xl">
                {say('teacher.exit-check.over-weeks')}
            </h2>
            <p className="mb-2 text-sm text-soft">{say('teacher.exit-check.who-could')}</p>
            <div className="overflow-x-auto">
                <table className="text-sm tabular-nums">
                    <thead>
                        <tr className="text-left text-soft">
                            <th className="py-1 pr-6 font-normal">{say('teacher.exit-check.objective')}</th>
                            {weeks.map((check) => (
                                <th key={check.task} className="px-3 py-1 font-normal whitespace-nowrap" title={check.title}>
                                    {day(check.givenAt)}
                                </th>
                            ))}
                        </tr>
                    </thead>
                    <tbody>
                        {over.map((line) => (
                            <tr key={line.text} className="border-t border-line">
                                <th className="py-1 pr-6 text-left font-normal">{line.text}</th>
                                {weeks.map((check) => {
                                    const point = line.points.find(({ task }) => task === check.task);
                                    return (
                                        <td key={check.task} className="px-3 py-1 whitespace-nowrap">
                                            {point === undefined ? '' : say('teacher.figures.of', { count: point.could, of: point.of })}
                                        </td>
                                    );
                                })}
                            </tr>
                        ))}
                    </tbody>
                </table>
            </div>
        </section>
    );
}
