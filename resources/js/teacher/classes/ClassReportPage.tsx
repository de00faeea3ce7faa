import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { ClassRecord, RecordRow } from '../../api/types';
import { useCovers } from '../../ui/covers';
import { byLastName, percent } from '../../ui/figures/words';
import { Notice } from '../../ui/Notice';
import { PaperCell, PaperHeads, PaperName, PaperPart, PaperRow } from '../../ui/PaperTable';
import { PrintBar } from '../../ui/PrintBar';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { exact } from '../../ui/time';
import { say } from '../../words/words';
import { ObjectivesPart } from './ObjectivesPart';
import { PaperTask } from './PaperTask';
import { Spread } from './Spread';
import { tone } from './tone';
import { useRecord } from './useRecord';

/** So many columns have room for a score in each cell. */
const WITH_SCORES = 14;

/** A class on paper: its tasks, its students, how far each is, and the objectives. What the record was narrowed to holds here. */
export function ClassReportPage() {
    const id = useParams().class ?? '';
    const { search, unit, strict, record } = useRecord(id);
    const covers = useCovers();
    const path = { class: id };
    const group = useQuery({ queryKey: ['class', id], queryFn: () => take(client.GET('/classes/{class}', { params: { path } })) });
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
                <PaperPart id="objectives" title={say('teacher.objectives.over-time')}>
                    <ObjectivesPart group={id} nameOf={nameOf} />
                </PaperPart>
            </article>
        </main>
    );
}

/** Numbered, since below their numbers stand for them. */
function Tasks({ record, scores }: { record: ClassRecord; scores: boolean }) {
    return (
        <PaperPart id="tasks" title={say('teacher.class.tasks')}>
            <table className="rows w-full text-sm">
                <PaperHeads
                    heads={[
                        ['', 'number'],
                        [say('teacher.record.column', { of: 'task' }), 'words'],
                        [say('teacher.record.column', { of: 'given' }), 'words'],
                        [say('teacher.record.column', { of: 'n' }), 'number'],
                        [say('teacher.record.missing'), 'number'],
                        ...(scores ? ([[say('teacher.record.mean-and-spread'), 'middle']] as const) : []),
                    ]}
                />
                <tbody>
                    {record.tasks.map((task, index) => (
                        <PaperRow key={task.id}>
                            <PaperCell column="number">{index + 1}</PaperCell>
                            <PaperTask task={task} />
                            <PaperCell column="number">{task.n}</PaperCell>
                            <PaperCell column="number">{task.missing === 0 ? '' : task.missing}</PaperCell>
                            {scores && (
                                <PaperCell column="middle">
                                    <Spread task={task} />
                                </PaperCell>
                            )}
                        </PaperRow>
                    ))}
                </tbody>
            </table>
        </PaperPart>
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
        <PaperPart id="students" title={say('teacher.roster.students')}>
            <table className="rows w-full text-sm">
                <PaperHeads
                    heads={[
                        [say('teacher.student-rows.student'), 'words'],
                        ...(scores ? ([[say('teacher.record.mean'), 'number']] as const) : []),
                        [say('teacher.record.missing'), 'number'],
                        ...['late', 'rounds', 'answered', 'commented'].map(
                            (of) => [say('teacher.record.column', { of }), 'number'] as const,
                        ),
                    ]}
                />
                <tbody>
                    {record.students.map((row) => (
                        <PaperRow key={row.id}>
                            <PaperName>{nameOf(row.id)}</PaperName>
                            {scores && <PaperCell column="number">{percent(strict ? row.meanWithMissing : row.mean)}</PaperCell>}
                            {figures(row).map((count, index) => (
                                <PaperCell key={index} column="number">
                                    {count === 0 ? '' : count}
                                </PaperCell>
                            ))}
                        </PaperRow>
                    ))}
                </tbody>
            </table>
        </PaperPart>
    );
}

/** How far each is in each task, in one tone; with the score that counts where there is room. */
function Completion({ record, scores, nameOf }: RowsProps) {
    const hasRoom = record.tasks.length <= WITH_SCORES;
    return (
        <PaperPart id="completion" title={say('teacher.report.how-far')}>
            <p className="mb-1 break-after-avoid text-sm text-soft">
                {say('teacher.report.how-far-to-read', { scores: scores && hasRoom ? 'yes' : 'no' })}
            </p>
            <table className={`rows text-xs ${hasRoom ? '' : 'w-full table-fixed'}`}>
                <thead>
                    <tr>
                        <th className={`text-left font-normal text-soft ${hasRoom ? '' : 'w-36'}`}>
                            {say('teacher.student-rows.student')}
                        </th>
                        {record.tasks.map((task, index) => (
                            <th
                                key={task.id}
                                className={`font-normal tabular-nums ${hasRoom ? '' : 'text-[0.5625rem]'}`}
                                title={task.title}
                            >
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
                                        className={`h-5 border border-line text-center tabular-nums [print-color-adjust:exact] ${hasRoom ? 'w-11' : ''}`}
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
        </PaperPart>
    );
}
