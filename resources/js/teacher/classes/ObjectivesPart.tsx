import { sentence } from '../../api/client';
import { shareDetail, shareWords } from '../../ui/figures/words';
import { Notice } from '../../ui/Notice';
import { day } from '../../ui/time';
import { say } from '../../words/words';
import { type Estimate, estimateWords, knowing, useObjectives } from './objectives';

interface Props {
    group: string;
    nameOf: (student: string) => string;
}

/** How a class stands with each objective, task by task, and each student now. */
export function ObjectivesPart({ group, nameOf }: Props) {
    const found = useObjectives(group);
    if (found.data === undefined) {
        return found.error === null ? <p>{say('ui.one-moment')}</p> : <Notice>{sentence(found.error)}</Notice>;
    }
    const { tasks, objectives } = found.data;
    if (objectives.length === 0) {
        return <p className="text-sm text-soft">{say('teacher.objectives.none')}</p>;
    }
    const asked = tasks.filter(({ id }) => objectives.some(({ points }) => points.some(({ task }) => task === id)));
    return (
        <>
            <p className="text-sm text-soft">{say('teacher.objectives.how-to-read')}</p>
            <div className="overflow-x-auto">
                <table className="text-sm tabular-nums">
                    <thead>
                        <tr className="text-left text-soft">
                            <th className="py-1 pr-6 font-normal">{say('teacher.objectives.objective')}</th>
                            {asked.map((task) => (
                                <th key={task.id} className="max-w-40 px-3 py-1 align-bottom font-normal">
                                    {task.title} <span className="block whitespace-nowrap">{day(task.givenAt)}</span>
                                </th>
                            ))}
                            <th className="px-3 py-1 align-bottom font-normal">{say('teacher.objectives.who')}</th>
                        </tr>
                    </thead>
                    <tbody>
                        {objectives.map((one) => (
                            <tr key={`${one.code} ${one.text}`} className="border-t border-line align-top">
                                <th className="max-w-72 py-2 pr-6 text-left font-normal">
                                    {one.text} <span className="text-soft">{one.code}</span>
                                </th>
                                {asked.map((task) => {
                                    const share = one.points.find((point) => point.task === task.id)?.share;
                                    return (
                                        <td key={task.id} className="px-3 py-2 whitespace-nowrap" title={share && shareDetail(share)}>
                                            {share === undefined ? '' : shareWords(share)}
                                        </td>
                                    );
                                })}
                                <td className="px-3 py-2">
                                    <Who students={one.students} nameOf={nameOf} />
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </div>
        </>
    );
}

/** The least sure first. */
function Who({ students, nameOf }: { students: Estimate[]; nameOf: (student: string) => string }) {
    const estimated = students.filter((one) => knowing(one) !== 'unasked');
    const probably = students.filter((one) => knowing(one) === 'known');
    return (
        <details>
            <summary>{say('teacher.objectives.probably', { n: probably.length, of: estimated.length })}</summary>
            <ul className="mt-1 grid gap-0.5 text-soft">
                {[...students]
                    .sort((a, b) => (a.known ?? 2) - (b.known ?? 2))
                    .map((one) => (
                        <li key={one.student}>
                            {nameOf(one.student)}: {estimateWords(one)}
                        </li>
                    ))}
            </ul>
        </details>
    );
}
