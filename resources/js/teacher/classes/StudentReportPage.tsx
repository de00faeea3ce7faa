import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { ClassObjectives, ClassRecord, RecordCell, RecordRow } from '../../api/types';
import { percent } from '../../ui/figures/words';
import { Notice } from '../../ui/Notice';
import { PaperCell, PaperHeads, PaperPart, PaperRow } from '../../ui/PaperTable';
import { PrintBar } from '../../ui/PrintBar';
import { day, exact } from '../../ui/time';
import { say } from '../../words/words';
import { type Estimate, estimateWords, type Knowing, knowing, useObjectives } from './objectives';
import { PaperTask } from './PaperTask';
import { Trend } from './Trend';
import { useRecord } from './useRecord';
import { workedInWords } from './worked';

/** One student on paper, plain, for a talk: the tasks, what is known of what they know, and room for what is agreed. */
export function StudentReportPage() {
    const { class: id = '', student = '' } = useParams();
    const { search, unit, strict, record } = useRecord(id);
    const path = { class: id };
    const group = useQuery({ queryKey: ['class', id], queryFn: () => take(client.GET('/classes/{class}', { params: { path } })) });
    const objectives = useObjectives(id);
    if (group.data === undefined || record.data === undefined || objectives.data === undefined) {
        const error = group.error ?? record.error ?? objectives.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    const row = record.data.students.find((one) => one.id === student);
    const name = row?.name ?? '';
    const back = new URLSearchParams(search);
    back.set('student', student);
    return (
        <main>
            <PrintBar
                title={say('teacher.report.of', { name })}
                back={`/classes/${id}/record?${back}`}
                backWords={say('teacher.report.back-to-the-record')}
                disabled={row === undefined}
            />
            {row === undefined ? (
                <p className="p-8">{say('teacher.report.is-not-here')}</p>
            ) : (
                <article className="paper mx-auto grid max-w-3xl grid-cols-[minmax(0,1fr)] gap-6 px-6 py-8">
                    <header>
                        <h1 className="text-2xl" dir="auto">
                            {name}
                        </h1>
                        <p>
                            {say('teacher.report.student-on', {
                                group: group.data.name,
                                now: exact(new Date().toISOString()),
                                unit,
                                narrowed: unit === '' ? 'no' : 'yes',
                                strict: strict ? 'yes' : 'no',
                            })}
                        </p>
                    </header>
                    <Tasks row={row} record={record.data} strict={strict} />
                    <Known student={student} objectives={objectives.data.objectives} />
                    <PaperPart id="agreed" title={say('teacher.report.agreed')}>
                        {[1, 2, 3, 4].map((line) => (
                            <div key={line} className="h-9 break-inside-avoid border-b border-line" />
                        ))}
                    </PaperPart>
                </article>
            )}
        </main>
    );
}

function Tasks({ row, record, strict }: { row: RecordRow; record: ClassRecord; strict: boolean }) {
    const works = record.tasks.flatMap((task, index) => {
        const cell = row.cells[index] ?? null;
        return cell === null ? [] : [{ task, cell }];
    });
    return (
        <PaperPart id="tasks" title={say('teacher.class.tasks')}>
            <p className="mb-2">
                <b className="tabular-nums">{percent(strict ? row.meanWithMissing : row.mean)}</b>{' '}
                {say('teacher.record.report-mean', { n: works.filter(({ cell }) => cell.score !== null).length, missing: row.missing })}
            </p>
            <Trend row={row} record={record} caption={say('teacher.report.from-task-to-task')} />
            <table className="rows w-full text-sm">
                <PaperHeads
                    heads={[
                        [say('teacher.record.column', { of: 'task' }), 'words'],
                        [say('teacher.record.column', { of: 'given' }), 'words'],
                        [say('teacher.record.column', { of: 'score' }), 'number'],
                        [say('teacher.report.how-it-went'), 'words'],
                    ]}
                />
                <tbody>
                    {works.map(({ task, cell }) => (
                        <PaperRow key={task.id}>
                            <PaperTask task={task} />
                            <PaperCell column="number">{scoreWords(cell)}</PaperCell>
                            <PaperCell>{workedInWords(cell, task.givenAt, day)}</PaperCell>
                        </PaperRow>
                    ))}
                </tbody>
            </table>
        </PaperPart>
    );
}

function scoreWords(cell: RecordCell): string {
    return cell.excused ? say('teacher.record.state', { state: 'excused' }) : percent(cell.score);
}

/** The surest first of what is known, the least sure first of the rest. */
function Known({ student, objectives }: { student: string; objectives: ClassObjectives['objectives'] }) {
    const estimates = objectives.flatMap(({ text, code, students }) =>
        students.filter((one) => one.student === student).map((estimate) => ({ text, code, estimate })),
    );
    const of = (what: Knowing) =>
        estimates
            .filter(({ estimate }) => knowing(estimate) === what)
            .sort((a, b) => (what === 'known' ? -1 : 1) * (chance(a.estimate) - chance(b.estimate)));
    return estimates.length === 0 ? null : (
        <PaperPart id="known" title={say('teacher.report.objectives')}>
            {(['known', 'unsure', 'unasked'] as const).map((what) => (
                <Group key={what} title={say('teacher.report.knows', { what })}>
                    {of(what).map(({ text, code, estimate }) => (
                        <li key={`${code} ${text}`} className="break-inside-avoid">
                            {text} <span className="text-soft">{[code, estimateWords(estimate)].filter(Boolean).join(' · ')}</span>
                        </li>
                    ))}
                </Group>
            ))}
        </PaperPart>
    );
}

const chance = ({ known }: Estimate) => known ?? 0;

function Group({ title, children }: { title: string; children: ReactNode[] }) {
    return children.length === 0 ? null : (
        <>
            <h3 className="mt-2 text-base">{title}</h3>
            <ul className="grid list-disc gap-0.5 pl-5">{children}</ul>
        </>
    );
}
