import type { ClassRecord, RecordCell, RecordRow } from '../../api/types';
import { percent } from '../../ui/figures/words';
import { printAlone } from '../../ui/printAlone';
import { exact, near } from '../../ui/time';
import { say } from '../../words/words';

/** What a student did in a task, in a line of words. */
export function workedInWords(cell: RecordCell, givenAt: string, time: (iso: string) => string = near): string {
    if (cell.rounds === 0) {
        return say('teacher.record.not-begun', { missing: cell.missing ? 'yes' : 'no' });
    }
    return say('teacher.record.worked', {
        rounds: cell.rounds,
        answered: cell.answered,
        commented: cell.commented,
        when: time(cell.endedAt ?? cell.beganAt ?? givenAt),
        ended: cell.endedAt === null ? 'no' : 'yes',
        late: cell.late ? 'yes' : 'no',
        provisional: cell.provisional ? 'yes' : 'no',
    });
}

/** Prints the record of one student, plain, for a talk about it. */
export function printStudent(row: RecordRow, record: ClassRecord, group: string, strict: boolean): void {
    const mean = strict ? row.meanWithMissing : row.mean;
    const works = record.tasks.flatMap((task, index) => {
        const cell = row.cells[index] ?? null;
        return cell === null ? [] : [{ task, cell }];
    });
    const units = [...new Set(works.map(({ task }) => task.unit))];
    printAlone(row.name, [
        { heading: false, time: '', text: `${group}, ${exact(new Date().toISOString())}` },
        {
            heading: false,
            time: percent(mean),
            text: say('teacher.record.report-mean', { n: works.filter(({ cell }) => cell.score !== null).length, missing: row.missing }),
        },
        ...units.flatMap((unit) => [
            { heading: true, time: '', text: unit ?? say(units.length === 1 ? 'teacher.class.tasks' : 'teacher.record.other-tasks') },
            ...works
                .filter(({ task }) => task.unit === unit)
                .map(({ task, cell }) => ({
                    heading: false,
                    time: cell.excused ? say('teacher.record.state', { state: 'excused' }) : percent(cell.score),
                    text: `${task.title}: ${workedInWords(cell, task.givenAt, exact)}`,
                })),
        ]),
    ]);
}
