import { useQuery } from '@tanstack/react-query';
import { client, sentence, take } from '../../api/client';
import type { Returns } from '../../api/types';
import { Notice } from '../../ui/Notice';
import { onDay } from '../../ui/time';
import { listed, say } from '../../words/words';

interface Props {
    task: string;
    /** A student's name, or a number in its place. */
    nameOf: (student: string) => string;
}

/** What was mastered came back: who still has it, objective by objective, and when it comes back next. */
export function ComingBack({ task, nameOf }: Props) {
    const returns = useQuery({
        queryKey: ['returns', task],
        queryFn: () => take(client.GET('/tasks/{task}/returns', { params: { path: { task } } })),
        staleTime: 0,
    });
    if (returns.data === undefined) {
        return returns.error === null ? null : <Notice>{sentence(returns.error)}</Notice>;
    }
    const { students } = returns.data;
    const mastered = students.filter((student) => student.mastered);
    return (
        <section aria-labelledby="coming-back">
            <h2 id="coming-back" className="mb-1 text-xl">
                {say('teacher.returns.coming-back')}
            </h2>
            <p className="mb-2 text-sm text-soft">
                {say('teacher.returns.so-many', {
                    mastered: mastered.length,
                    students: students.length,
                    came: students.filter((student) => student.done > 0).length,
                })}
            </p>
            <Objectives returns={returns.data} nameOf={nameOf} />
            {mastered.length > 0 && (
                <details className="mt-3">
                    <summary className="text-sm font-semibold">{say('teacher.returns.when-next')}</summary>
                    <ul className="mt-2 grid gap-x-6 text-sm sm:grid-cols-2 lg:grid-cols-3">
                        {mastered.map((student) => (
                            <li key={student.id} className="flex justify-between gap-3 border-b border-line py-1">
                                <span>{nameOf(student.id)}</span>
                                <span className="text-soft">
                                    {say('teacher.returns.next', {
                                        done: student.done,
                                        on: student.on === null ? 'none' : onDay(student.on),
                                    })}
                                </span>
                            </li>
                        ))}
                    </ul>
                </details>
            )}
        </section>
    );
}

function Objectives({ returns, nameOf }: { returns: Returns; nameOf: Props['nameOf'] }) {
    const asked = returns.objectives.filter((objective) => objective.there.length + objective.slipping.length > 0);
    if (asked.length === 0) {
        return <p>{say('teacher.returns.nothing-yet')}</p>;
    }
    return (
        <div className="overflow-x-auto">
            <table className="w-full max-w-4xl text-left text-sm">
                <thead>
                    <tr className="border-b border-edge">
                        <th className="py-1 pr-4">{say('teacher.returns.objective')}</th>
                        <th className="py-1 pr-4">{say('teacher.returns.still-there')}</th>
                        <th className="py-1">{say('teacher.returns.slipping')}</th>
                    </tr>
                </thead>
                <tbody>
                    {asked.map((objective) => (
                        <tr key={objective.id} className="border-b border-line align-top">
                            <th scope="row" className="py-1.5 pr-4 font-normal">
                                {objective.id === '' ? say('teacher.returns.without-an-objective') : objective.text}
                            </th>
                            <td className="py-1.5 pr-4">
                                <span className="font-semibold">{objective.there.length}</span>{' '}
                                <span className="text-soft">{listed(objective.there.map(nameOf))}</span>
                            </td>
                            <td className="py-1.5">
                                <span className="font-semibold text-yet">{objective.slipping.length}</span>{' '}
                                {listed(objective.slipping.map(nameOf))}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </div>
    );
}
