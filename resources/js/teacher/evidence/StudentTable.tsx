import { useState } from 'react';
import { Link } from 'react-router';
import type { Assignment, Evidence, Standing } from '../../api/types';
import { questionName } from '../../cutaway/Cutaway';
import { StandingMark, standingWords } from '../../ui/Standing';

type Row = Evidence['rows'][number];

const orders = ['by name', 'by best score', 'by gain', 'by what is not right yet'] as const;

const isRight = (standing: string | undefined) => standing === 'clear' || standing === 'climbed';

/** Students by questions, in their latest round. */
export function StudentTable({ assignment, evidence }: { assignment: Assignment; evidence: Evidence }) {
    const [order, setOrder] = useState<(typeof orders)[number]>('by name');
    const name = (row: Row) => evidence.names[row.student] ?? '';
    const open = (row: Row) => evidence.questions.filter(({ question }) => !isRight(row.standings[question])).length;
    const rows = [...evidence.rows].sort((a, b) => {
        const by =
            order === 'by best score'
                ? (a.best ?? -1) - (b.best ?? -1)
                : order === 'by gain'
                  ? (b.best ?? 0) - (b.first ?? 0) - ((a.best ?? 0) - (a.first ?? 0))
                  : order === 'by what is not right yet'
                    ? open(b) - open(a)
                    : 0;
        return by === 0 ? name(a).localeCompare(name(b)) : by;
    });
    return (
        <section aria-labelledby="by-student" className="min-w-0">
            <div className="mb-2 flex flex-wrap items-baseline gap-x-6">
                <h2 id="by-student" className="text-xl">
                    Students by questions
                </h2>
                <label className="text-sm">
                    Sorted{' '}
                    <select
                        className="rounded-md border border-edge bg-sheet px-2 py-1"
                        value={order}
                        onChange={(event) => setOrder(event.currentTarget.value as (typeof orders)[number])}
                    >
                        {orders.map((one) => (
                            <option key={one}>{one}</option>
                        ))}
                    </select>
                </label>
                {evidence.gain.value !== null && evidence.gain.n >= 5 && (
                    <p className="text-sm text-soft">
                        From first to best round: {Math.round(100 * evidence.gain.value)} % of what was missing was gained (
                        {evidence.gain.n} students).
                    </p>
                )}
            </div>
            <div className="overflow-x-auto rounded-lg border border-line bg-sheet">
                <table className="w-full text-sm">
                    <thead>
                        <tr className="border-b border-line text-left">
                            <th className="px-3 py-2">Student</th>
                            {evidence.questions.map(({ question }) => (
                                <th
                                    key={question}
                                    className="px-1 py-2 text-center font-normal"
                                    title={questionName(assignment.document, question)}
                                >
                                    {questionName(assignment.document, question).split('.')[0]}
                                </th>
                            ))}
                            <th className="px-2 py-2 text-right font-normal">rounds</th>
                            <th className="px-2 py-2 text-right font-normal">first</th>
                            <th className="px-3 py-2 text-right font-normal">best</th>
                        </tr>
                    </thead>
                    <tbody>
                        {rows.map((row) => (
                            <tr key={row.student} className="border-b border-line last:border-0">
                                <th scope="row" className="px-3 py-1 text-left font-normal whitespace-nowrap">
                                    <Link
                                        className="underline decoration-edge underline-offset-2"
                                        to={`/assignments/${assignment.id}/students/${row.student}`}
                                    >
                                        {name(row)}
                                    </Link>
                                </th>
                                {evidence.questions.map(({ question }) => {
                                    const standing = (row.standings[question] ?? 'untouched') as Standing;
                                    return (
                                        <td key={question} className="px-1 py-1 text-center" title={standingWords[standing]}>
                                            <StandingMark standing={standing} size={18} />
                                            <span className="sr-only">{standingWords[standing]}</span>
                                        </td>
                                    );
                                })}
                                <td className="px-2 text-right">{row.rounds}</td>
                                <td className="px-2 text-right">{row.first === null ? '–' : `${Math.round(100 * row.first)} %`}</td>
                                <td className="px-3 text-right">{row.best === null ? '–' : `${Math.round(100 * row.best)} %`}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </div>
        </section>
    );
}
