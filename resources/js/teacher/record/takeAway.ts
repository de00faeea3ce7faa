import type { ClassRecord, RecordCell, RecordRow } from '../../api/types';
import { say } from '../../words/words';

type Value = string | number | Date | null;

/** Saves a file under a name, without what a file's name may not hold. */
export function download(file: Blob, name: string): void {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = name.replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ').trim();
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

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

/**
 * The record as CSV (RFC 4180, with a byte order mark, by which spreadsheets know UTF-8). What a spreadsheet would take for a formula
 * stays text: an apostrophe stands before it (common practice, OWASP).
 */
export function recordSheet(record: ClassRecord, strict: boolean): string {
    const rows = [
        [...people(), ...record.tasks.map((task) => task.title)],
        ...record.students.map((row) => [...person(row, strict), ...row.cells.map(scoreOf)]),
    ];
    return `\uFEFF${rows.map((row) => row.map(inCsv).join(',')).join('\r\n')}\r\n`;
}

function inCsv(value: Value): string {
    if (typeof value !== 'string') {
        return value === null ? '' : typeof value === 'number' ? String(value) : value.toISOString();
    }
    const text = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** The record as a workbook: a sheet each for scores, how far, taking part and the tasks; numbers and dates are such, and text is text. */
export async function recordBook(record: ClassRecord, strict: boolean): Promise<Blob> {
    const { Workbook } = (await import('exceljs')).default;
    const book = new Workbook();
    const add = (name: string, head: string[], rows: Value[][], frozen: number) => {
        const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', xSplit: frozen, ySplit: 1 }] });
        sheet.addRow(head).font = { bold: true };
        sheet.addRows(rows);
        sheet.autoFilter = { from: { row: 1, column: 1 }, to: { row: 1, column: head.length } };
        head.forEach((words, index) => {
            sheet.getColumn(index + 1).width = Math.min(28, Math.max(10, words.length + 3));
        });
        return sheet;
    };
    const names = record.tasks.map((task) => task.title);
    const first = people().length + 1;
    const scores = add(
        say('teacher.record.sheet', { of: 'scores' }),
        [...people(), ...names],
        record.students.map((row) => [...person(row, strict), ...row.cells.map(scoreOf)]),
        2,
    );
    scores.getColumn(4).numFmt = '0%';
    const done = add(
        say('teacher.record.sheet', { of: 'done' }),
        [...people().slice(0, 3), ...names],
        record.students.map((row) => [row.family, row.given, row.number, ...row.cells.map((cell) => cell?.done ?? null)]),
        2,
    );
    for (let index = 0; index < names.length; index++) {
        scores.getColumn(first + index).numFmt = '0%';
        done.getColumn(4 + index).numFmt = '0%';
    }
    if (record.students.length > 0 && names.length > 0) {
        const last = done.getCell(record.students.length + 1, 3 + names.length).address;
        done.addConditionalFormatting({
            ref: `D2:${last}`,
            rules: [
                {
                    type: 'colorScale',
                    priority: 1,
                    cfvo: [
                        { type: 'num', value: 0 },
                        { type: 'num', value: 1 },
                    ],
                    color: [{ argb: 'FFFFFFFF' }, { argb: 'FF6FB7BC' }],
                },
            ],
        });
    }
    add(
        say('teacher.record.sheet', { of: 'part' }),
        [
            ...people().slice(0, 2),
            ...['task', 'rounds', 'answered', 'commented', 'began', 'ended', 'late'].map((of) => say('teacher.record.column', { of })),
        ],
        record.students.flatMap((row) =>
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
                              when(cell.beganAt),
                              when(cell.endedAt),
                              cell.late ? say('teacher.record.state', { state: 'late' }) : null,
                          ],
                      ];
            }),
        ),
        2,
    );
    add(
        say('teacher.record.sheet', { of: 'tasks' }),
        ['task', 'unit', 'weight', 'given', 'due', 'n', 'missing', 'mean', 'least', 'lower', 'median', 'upper', 'most'].map((of) =>
            say('teacher.record.column', { of }),
        ),
        record.tasks.map((task) => [
            task.title,
            task.unit,
            task.weight,
            when(task.givenAt),
            when(task.dueAt),
            task.n,
            task.missing,
            task.mean,
            task.least,
            task.lower,
            task.median,
            task.upper,
            task.most,
        ]),
        1,
    );
    return new Blob([await book.xlsx.writeBuffer()], { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' });
}

function when(iso: string | null): Date | null {
    return iso === null ? null : new Date(iso);
}
