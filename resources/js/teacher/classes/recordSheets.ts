import type { ClassRecord, RecordCell, RecordRow } from '../../api/types';
import { dateOf, type Sheet, type Value } from '../../ui/sheets';
import { say } from '../../words/words';

const people = () => [
    say('teacher.roster.family-name'),
    say('teacher.roster.given-name'),
    say('teacher.record.number'),
    say('teacher.record.mean'),
    say('teacher.record.missing'),
];

function person(row: RecordRow, strict: boolean): Value[] {
    return [row.family, row.given, row.number, strict ? row.meanWithMissing : row.mean, row.missing];
}

/** Scores as shares, and a word where none counts. */
function scoreOf(cell: RecordCell | null): Value {
    return cell === null ? null : cell.excused ? say('teacher.record.state', { state: 'excused' }) : cell.score;
}

const columns = (...of: string[]) => of.map((one) => say('teacher.record.column', { of: one }));

/** The record as sheets: scores, how far, taking part, and the tasks. */
export function recordSheets(record: ClassRecord, strict: boolean): Sheet[] {
    const names = record.tasks.map((task) => task.title);
    const first = people().length;
    return [
        {
            name: say('teacher.record.sheet', { of: 'scores' }),
            head: [...people(), ...names],
            rows: record.students.map((row) => [...person(row, strict), ...row.cells.map(scoreOf)]),
            frozen: 2,
            shares: [3, ...names.map((_, index) => first + index)],
        },
        {
            name: say('teacher.record.sheet', { of: 'done' }),
            head: [...people().slice(0, 3), ...names],
            rows: record.students.map((row) => [row.family, row.given, row.number, ...row.cells.map((cell) => cell?.done ?? null)]),
            frozen: 2,
            shares: names.map((_, index) => 3 + index),
            toned: 3,
        },
        {
            name: say('teacher.record.sheet', { of: 'part' }),
            head: [...people().slice(0, 2), ...columns('task', 'rounds', 'answered', 'commented', 'began', 'ended', 'late')],
            rows: record.students.flatMap((row) =>
                record.tasks.flatMap((task, index) => {
                    const cell = row.cells[index];
                    return cell == null || cell.rounds === 0
                        ? []
                        : [
                              [
                                  row.family,
                                  row.given,
                                  task.title,
                                  cell.rounds,
                                  cell.answered,
                                  cell.commented,
                                  dateOf(cell.beganAt),
                                  dateOf(cell.endedAt),
                                  cell.late ? say('teacher.record.state', { state: 'late' }) : null,
                              ],
                          ];
                }),
            ),
            frozen: 2,
        },
        {
            name: say('teacher.record.sheet', { of: 'tasks' }),
            head: columns('task', 'unit', 'weight', 'given', 'due', 'n', 'missing', 'mean', 'least', 'lower', 'median', 'upper', 'most'),
            rows: record.tasks.map((task) => [
                task.title,
                task.unit,
                task.weight,
                dateOf(task.givenAt),
                dateOf(task.dueAt),
                task.n,
                task.missing,
                task.mean,
                task.least,
                task.lower,
                task.median,
                task.upper,
                task.most,
            ]),
            frozen: 1,
            shares: [7, 8, 9, 10, 11, 12],
        },
    ];
}
