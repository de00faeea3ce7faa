import { useQuery } from '@tanstack/react-query';
import { useParams, useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { ClassRecord, RecordRow } from '../../api/types';
import { useCovers } from '../../ui/covers';
import { byLastName, percent } from '../../ui/figures/words';
import { Notice } from '../../ui/Notice';
import { PrintBar } from '../../ui/PrintBar';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { day, exact } from '../../ui/time';
import { say } from '../../words/words';
import { ObjectivesPart } from './ObjectivesPart';
import { Spread } from './Spread';
import { tone } from './tone';

/** So many columns have room for a score in each cell. */
const WITH_SCORES = 14;

/** A class on paper: its tasks, its students, how far each is, and the objectives. What the record was narrowed to holds here. */
export function ClassReportPage() {
    const id = useParams().class ?? '';
    const [search] = useSearchParams();
    const unit = search.get('unit') ?? '';
    const strict = search.get('missing') === 'nought';
    const covers = useCovers();
    const path = { class: id };
    const group = useQuery({ queryKey: ['class', id], queryFn: () => take(client.GET('/classes/{class}', { params: { path } })) });
    const record = useQuery({
        queryKey: ['record', id, unit],
        queryFn: () => take(client.GET('/classes/{class}/record', { params: { path, query: unit === '' ? {} : { unit } } })),
    });
    if (group.data === undefined || record.data === undefined) {
        const error = group.error ?? record.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    const { students, tasks } = record.data;
    const nameOf = (student: string) => {
        const at = students.findIndex((row) => row.id === student);
        const row = students[at];
        return row !== undefined && covers.seen.names ? byLastName(row) : say('teacher.record.student-number', { number: at + 1 });
    };
    return (
        <main>
            <PrintBar
                title={say('teacher.report.of', { name: group.data.name })}
                back={`/classes/${id}/record?${search}`}
                backWords={say('teacher.report.back-to-the-record')}
            >
                <ScreenCovers covers={covers} of={['names', 'scores']} />
            </PrintBar>
            <article className="paper mx-auto grid max-w-3xl grid-cols-[minmax(0,1fr)] gap-6 px-6 py-8">
                <header>
                    <h1 className="text-2xl">{group.data.name}</h1>
                    <p>
                        {say('teacher.report.class-on', {
                            now: exact(new Date().toISOString()),
                            students: students.length,
                            tasks: tasks.length,
                            unit,
                            narrowed: unit === '' ? 'no' : 'yes',
                            strict: strict ? 'yes' : 'no',
                        })}
                    </p>
                </header>
                <Tasks record={record.data} scores={covers.seen.scores} />
                <Students record={record.data} strict={strict} scores={covers.seen.scores} nameOf={nameOf} />
                <Completion record={record.data} scores={covers.seen.scores} nameOf={nameOf} />
                <section aria-labelledby="objectives">
                    <h2 id="objectives" className="mb-1 text-xl">
                        {say('teacher.objectives.over-time')}
                    </h2>
                    <ObjectivesPart group={id} nameOf={nameOf} />
                </section>
            </article>
        </main>
    );
}

const right = 'px-2 text-right tabular-nums';

/** Numbered, since below their numbers stand for them. */
function Tasks({ record, scores }: { record: ClassRecord; scores: boolean }) {
    return (
        <section aria-labelledby="tasks">
            <h2 id="tasks" className="mb-1 text-xl">
                {say('teacher.class.tasks')}
            </h2>
            <table className="rows w-full text-sm">
                <thead>
                    <tr className="border-b border-ink text-left align-bottom">
                        <th />
                        <th className="font-semibold">{say('teacher.record.column', { of: 'task' })}</th>
                        <th className="px-2 font-semibold">{say('teacher.record.column', { of: 'given' })}</th>
                        <th className={`${right} font-semibold`}>{say('teacher.record.column', { of: 'n' })}</th>
                        <th className={`${right} font-semibold`}>{say('teacher.record.missing')}</th>
                        {scores && <th className="px-2 text-center font-semibold">{say('teacher.record.mean-and-spread')}</th>}
                    </tr>
                </thead>
                <tbody>
                    {record.tasks.map((task, index) => (
                        <tr key={task.id} className="break-inside-avoid border-b border-line align-top">
                            <td className="py-1 pr-2 text-right tabular-nums">{index + 1}</td>
                            <td className="py-1">
                                {task.title}
                                {task.unit !== null && <span className="text-soft"> · {task.unit}</span>}
                            </td>
                            <td className="px-2 py-1 whitespace-nowrap">{day(task.givenAt)}</td>
                            <td className={`${right} py-1`}>{task.n}</td>
                            <td className={`${right} py-1`}>{task.missing === 0 ? '' : task.missing}</td>
                            {scores && (
                                <td className="px-2 py-1 text-center">
                                    <Spread task={task} />
                                </td>
                            )}
                        </tr>
                    ))}
                </tbody>
            </table>
        </section>
    );
}

interface RowsProps {
    record: ClassRecord;
    scores: boolean;
    nameOf: (student: string) => string;
}

function Students({ record, strict, scores, nameOf }: RowsProps & { strict: boolean }) {
    const sum = (row: RecordRow, of: 'rounds' | 'answered' | 'commented') => row.cells.reduce((so, cell) => so + (cell?.[of] ?? 0), 0);
    const late = (row: RecordRow) => row.cells.filter((cell) => cell?.late === true).length;
    const figures = (row: RecordRow) => [row.missing, late(row), sum(row, 'rounds'), sum(row, 'answered'), sum(row, 'commented')];
    return (
        <section aria-labelledby="students">
            <h2 id="students" className="mb-1 text-xl">
                {say('teacher.roster.students')}
            </h2>
            <table className="rows w-full text-sm">
                <thead>
                    <tr className="border-b border-ink text-left align-bottom">
                        <th className="font-semibold">{say('teacher.student-rows.student')}</th>
                        {scores && <th className={`${right} font-semibold`}>{say('teacher.record.mean')}</th>}
                        <th className={`${right} font-semibold`}>{say('teacher.record.missing')}</th>
                        {['late', 'rounds', 'answered', 'commented'].map((of) => (
                            <th key={of} className={`${right} font-semibold`}>
                                {say('teacher.record.column', { of })}
                            </th>
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {record.students.map((row) => (
                        <tr key={row.id} className="break-inside-avoid border-b border-line">
                            <th scope="row" dir="auto" className="py-0.5 text-left font-normal break-words">
                                {nameOf(row.id)}
                            </th>
                            {scores && <td className={right}>{percent(strict ? row.meanWithMissing : row.mean)}</td>}
                            {figures(row).map((count, index) => (
                                <td key={index} className={right}>
                                    {count === 0 ? '' : count}
                                </td>
                            ))}
                        </tr>
                    ))}
                </tbody>
            </table>
        </section>
    );
}

/** How far each is in each task, in one tone; with the score that counts where there is room. */
function Completion({ record, scores, nameOf }: RowsProps) {
    const hasRoom = record.tasks.length <= WITH_SCORES;
    return (
        <section aria-labelledby="completion">
            <h2 id="completion" className="mb-1 text-xl">
                {say('teacher.report.how-far')}
            </h2>
            <p className="mb-1 break-after-avoid text-sm text-soft">
                {say('teacher.report.how-far-to-read', { scores: scores && hasRoom ? 'yes' : 'no' })}
            </p>
            <table className="rows text-xs">
                <thead>
                    <tr>
                        <th className="sr-only">{say('teacher.student-rows.student')}</th>
                        {record.tasks.map((task, index) => (
                            <th key={task.id} className="px-0.5 font-normal tabular-nums" title={task.title}>
                                {index + 1}
                            </th>
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {record.students.map((row) => (
                        <tr key={row.id} className="break-inside-avoid">
                            <th scope="row" dir="auto" className="max-w-48 truncate pr-2 text-left font-normal">
                                {nameOf(row.id)}
                            </th>
                            {record.tasks.map((task, index) => {
                                const cell = row.cells[index] ?? null;
                                const score = cell?.score ?? null;
                                return (
                                    <td
                                        key={task.id}
                                        className={`h-5 border border-line text-center tabular-nums [print-color-adjust:exact] ${hasRoom ? 'w-11' : 'w-3'}`}
                                        style={cell === null ? undefined : tone(cell.done)}
                                    >
                                        {cell?.excused === true
                                            ? say('teacher.report.excused')
                                            : cell?.missing === true
                                              ? say('teacher.report.missing')
                                              : hasRoom && scores && score !== null
                                                ? Math.round(100 * score)
                                                : ''}
                                    </td>
                                );
                            })}
                        </tr>
                    ))}
                </tbody>
            </table>
        </section>
    );
}
