import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import type { ClassRecord, RecordCell, RecordRow, RecordTask } from '../../api/types';
import type { Covers } from '../../ui/covers';
import { SortHead, sorted, useSorting } from '../../ui/figures/Sorting';
import { byLastName, percent } from '../../ui/figures/words';
import { say } from '../../words/words';
import { Spread } from './Spread';
import { StudentLine } from './StudentLine';
import { tone } from './tone';

interface Props {
    record: ClassRecord;
    /** What is missing counts as nought. */
    strict: boolean;
    covers: Covers;
    /** The student whose line is open from the beginning. */
    opened: string | null;
    /** Where one student stands alone, to be printed. */
    reportOf: (student: string) => string;
}

/** Students by tasks; a student opens into a line of their own. */
export function RecordTable({ record, strict, covers, opened, reportOf }: Props) {
    const { sorting, turn } = useSorting();
    const [open, setOpen] = useState(opened);
    const meanOf = (row: RecordRow) => (strict ? row.meanWithMissing : row.mean);
    const at = record.tasks.findIndex((task) => task.id === sorting?.key);
    const values: Record<string, (row: RecordRow) => number | string | null> = {
        name: byLastName,
        mean: meanOf,
        missing: (row) => row.missing,
    };
    const value = sorting === null ? undefined : (values[sorting.key] ?? ((row: RecordRow) => row.cells[at]?.score ?? null));
    const rows = sorted(record.students, sorting, value);
    const nameOf = (row: RecordRow) =>
        covers.seen.names ? row.name : say('teacher.record.student-number', { number: record.students.indexOf(row) + 1 });
    return (
        <div className="overflow-x-auto rounded-lg border border-line bg-sheet print:overflow-visible print:border-0">
            <table className="w-full text-sm">
                <thead>
                    <tr className="border-b border-line text-left align-bottom">
                        <SortHead
                            of="name"
                            words={say('teacher.student-rows.student')}
                            sorting={sorting}
                            turn={turn}
                            className="sticky left-0 bg-sheet px-3 font-semibold"
                        />
                        <SortHead of="mean" words={say('teacher.record.mean')} sorting={sorting} turn={turn} className="px-2 text-right" />
                        <SortHead
                            of="missing"
                            words={say('teacher.record.missing')}
                            sorting={sorting}
                            turn={turn}
                            className="px-2 text-right"
                        />
                        {record.tasks.map((task) => (
                            <SortHead
                                key={task.id}
                                of={task.id}
                                words={task.title}
                                whole={headInWords(task)}
                                sorting={sorting}
                                turn={turn}
                                className="max-w-28 min-w-20 px-1 text-center leading-tight break-words hyphens-auto"
                            />
                        ))}
                    </tr>
                    {covers.seen.scores && (
                        <tr className="border-b border-line align-bottom">
                            <th scope="row" className="sticky left-0 bg-sheet px-3 py-1 text-left font-normal text-soft" colSpan={3}>
                                {say('teacher.record.mean-and-spread')}
                            </th>
                            {record.tasks.map((task) => (
                                <td key={task.id} className="px-1 py-1 text-center">
                                    <Link to={`/tasks/${task.id}/evidence`} className="block rounded-sm hover:bg-tint">
                                        <Spread task={task} />
                                    </Link>
                                </td>
                            ))}
                        </tr>
                    )}
                </thead>
                <tbody>
                    {rows.map((row) => (
                        <Fragment key={row.id}>
                            <tr className="border-b border-line last:border-0">
                                <th scope="row" className="sticky left-0 bg-sheet px-3 py-1 text-left font-normal whitespace-nowrap">
                                    <button
                                        type="button"
                                        className="underline decoration-edge underline-offset-2"
                                        aria-expanded={open === row.id}
                                        onClick={() => setOpen(open === row.id ? null : row.id)}
                                    >
                                        {nameOf(row)}
                                    </button>
                                </th>
                                <td className="px-2 text-right whitespace-nowrap tabular-nums">
                                    {covers.seen.scores ? percent(meanOf(row)) : ''}
                                </td>
                                <td className="px-2 text-right tabular-nums">{row.missing === 0 ? '' : row.missing}</td>
                                {record.tasks.map((task, index) => (
                                    <Cell
                                        key={task.id}
                                        to={`/tasks/${task.id}/students/${row.id}`}
                                        cell={row.cells[index] ?? null}
                                        scores={covers.seen.scores}
                                    />
                                ))}
                            </tr>
                            {open === row.id && (
                                <tr className="border-b border-line bg-paper">
                                    <td colSpan={3 + record.tasks.length} className="px-3 py-3">
                                        <StudentLine
                                            row={row}
                                            name={nameOf(row)}
                                            record={record}
                                            covers={covers}
                                            report={reportOf(row.id)}
                                        />
                                    </td>
                                </tr>
                            )}
                        </Fragment>
                    ))}
                </tbody>
            </table>
        </div>
    );
}

function headInWords(task: RecordTask): string {
    return say('teacher.record.task', { title: task.title, weight: task.weight, n: task.n, missing: task.missing });
}

/** How far a student is, by tone; the score that counts, and what is to be known of it. */
function Cell({ cell, to, scores }: { cell: RecordCell | null; to: string; scores: boolean }) {
    if (cell === null) {
        return <td />;
    }
    const state = stateOf(cell);
    const words = (
        <>
            {scores && cell.score !== null && (
                <span className="block font-semibold whitespace-nowrap tabular-nums">{percent(cell.score)}</span>
            )}
            {state !== null && <span className="block text-xs leading-tight">{state}</span>}
        </>
    );
    return (
        <td className="h-10 border-l border-line p-0 text-center [print-color-adjust:exact]" style={tone(cell.done)}>
            {cell.rounds === 0 ? (
                words
            ) : (
                <Link className="grid min-h-10 content-center hover:underline" to={to}>
                    {state === null && (!scores || cell.score === null) ? say('teacher.record.done') : words}
                </Link>
            )}
        </td>
    );
}

/** What is to be known of it beside the score, the most pressing alone. */
function stateOf(cell: RecordCell): string | null {
    if (cell.excused) {
        return say('teacher.record.state', { state: 'excused' });
    }
    if (cell.missing) {
        return say('teacher.record.state', { state: 'missing' });
    }
    if (cell.rounds > 0 && cell.endedAt === null) {
        return say('teacher.record.under-way', { done: Math.round(100 * cell.done) });
    }
    if (cell.provisional) {
        return say('teacher.record.state', { state: 'provisional' });
    }
    return cell.late ? say('teacher.record.state', { state: 'late' }) : null;
}
