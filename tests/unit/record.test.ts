import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import type { ClassRecord } from '../../resources/js/api/types';
import { recordSheets } from '../../resources/js/teacher/classes/recordSheets';
import { taskSheets } from '../../resources/js/teacher/results/sheets';
import { standingWords } from '../../resources/js/ui/Standing';
import { csv, csvFile, type Sheet, workbook } from '../../resources/js/ui/sheets';
import { asking, recordCell as cell, evidenceOf, figures, unbegun as none, quizOf, recordRow as row, recordTask as task } from './samples';

const long = 'x'.repeat(300);

const record: ClassRecord = {
    units: ['Tides'],
    tasks: [task('Tides, "spring" and neap', { unit: 'Tides', weight: 2.5 }), task('=1+1')],
    students: [
        row('Ada', 'Brandt', [cell(), cell({ ...none, missing: true })]),
        row('@SUM(A1)', '=HYPERLINK("http://x")', [cell({ excused: true }), null], { mean: null, number: '+47' }),
        row('ليلى', '\tحداد', [cell({ score: null, done: 0.4, endedAt: null, late: false }), cell(none)]),
        row(long, '-2+3', [null, null]),
    ],
};

type Sheets = Record<string, { frozen: string; filter: string; rules: unknown[]; bold: boolean; cells: [string, string, string][][] }>;

/** The workbook as another program reads it. */
async function read(of: ClassRecord, strict = false): Promise<Sheets> {
    return asRead(recordSheets(of, strict));
}

async function asRead(sheets: Sheet[]): Promise<Sheets> {
    const folder = mkdtempSync(join(tmpdir(), 'record-'));
    const file = join(folder, 'record.xlsx');
    writeFileSync(file, Buffer.from(await (await workbook(sheets, 'UTC')).arrayBuffer()));
    const { stdout, stderr } = spawnSync('/usr/bin/python3', [`${import.meta.dirname}/workbook.py`, file], { encoding: 'utf8' });
    rmSync(folder, { recursive: true });
    expect(stderr).toBe('');
    return JSON.parse(stdout) as Sheets;
}

describe('moments in files', () => {
    const late = new Date('2026-06-30T23:30:00Z');
    const sheet = (name: string): Sheet => ({
        name,
        head: ['who', 'came in'],
        rows: [
            ['Ada', late],
            ['Bram', null],
        ],
        frozen: 0,
    });

    it('are those of the school’s clock, in a format for date and time, when a workbook is opened again', async () => {
        const folder = mkdtempSync(join(tmpdir(), 'moments-'));
        const seen: string[][] = [];
        for (const zone of ['Europe/Athens', 'UTC', 'America/New_York']) {
            const file = join(folder, 'moments.xlsx');
            writeFileSync(file, Buffer.from(await (await workbook([sheet('Came in')], zone)).arrayBuffer()));
            const { stdout } = spawnSync('/usr/bin/python3', [`${import.meta.dirname}/workbook.py`, file], { encoding: 'utf8' });
            const cell = (JSON.parse(stdout) as Sheets)['Came in']?.cells[1]?.[1] as [string, string, string];
            seen.push(cell);
        }
        rmSync(folder, { recursive: true });
        expect(seen).toEqual([
            ['d', '2026-07-01 02:30:00', 'yyyy-mm-dd hh:mm'],
            ['d', '2026-06-30 23:30:00', 'yyyy-mm-dd hh:mm'],
            ['d', '2026-06-30 19:30:00', 'yyyy-mm-dd hh:mm'],
        ]);
    });
    it('are the same as CSV, and every sheet is in the file', async () => {
        expect(csv([['came in'], [late]], 'Europe/Athens')).toBe('\uFEFFcame in\r\n2026-07-01 02:30\r\n');
        const one = await csvFile([sheet('Came in')], 'Europe/Athens');
        expect(one.ending).toBe('csv');
        const { file, ending } = await csvFile([sheet('Came in'), sheet('Left/all')], 'Europe/Athens');
        expect(ending).toBe('zip');
        const files = unzipSync(new Uint8Array(await file.arrayBuffer()));
        expect(Object.keys(files)).toEqual(['Came in.csv', 'Left all.csv']);
        expect(strFromU8(files['Left all.csv'] as Uint8Array)).toContain('Ada,2026-07-01 02:30');
    });
});

describe('a record as a workbook', () => {
    it('holds real numbers and dates, one sheet a matter, with a head that stays', async () => {
        const sheets = await read(record);
        expect(Object.keys(sheets)).toEqual(['Scores', 'How far', 'Taking part', 'Tasks']);
        for (const sheet of Object.values(sheets)) {
            expect(sheet.bold).toBe(true);
        }
        const { cells, frozen, filter } = sheets.Scores as Sheets[string];
        expect([frozen, filter]).toEqual(['C2', 'A1:G1']);
        expect(cells[1]?.map(([type, value]) => [type, value])).toEqual([
            ['s', 'Brandt'],
            ['s', 'Ada'],
            ['n', 'None'],
            ['n', '0.75'],
            ['n', '1'],
            ['n', '0.75'],
            ['n', 'None'],
        ]);
        expect(cells[1]?.[3]?.[2]).toBe('0%');
        expect(cells[2]?.[5]?.[1]).toBe('excused');
        expect((await read(record, true)).Scores?.cells[1]?.[3]?.[1]).toBe('0.375');
        const part = sheets['Taking part']?.cells ?? [];
        expect(part[1]?.map(([type, value]) => [type, value])).toEqual([
            ['s', 'Brandt'],
            ['s', 'Ada'],
            ['s', 'Tides, "spring" and neap'],
            ['n', '2'],
            ['n', '12'],
            ['n', '3'],
            ['d', '2026-11-03 09:00:00'],
            ['d', '2026-11-10 10:15:00'],
            ['s', 'late'],
        ]);
        expect(sheets.Tasks?.cells[1]?.slice(0, 5).map(([type]) => type)).toEqual(['s', 's', 'n', 'd', 'd']);
    });
    it('shows how far each is in one tone', async () => {
        const done = (await read(record))['How far'];
        expect(done?.rules).toEqual([['D2:E5', 'colorScale', ['FFFFFFFF', 'FF6FB7BC']]]);
        expect(done?.cells[3]?.[3]).toEqual(['n', '0.4', '0%']);
    });
    it('keeps text as text, whatever it looks like', async () => {
        const { cells } = (await read(record)).Scores as Sheets[string];
        expect(cells.flat().some(([type]) => type === 'f')).toBe(false);
        expect(cells[0]?.[6]?.slice(0, 2)).toEqual(['s', '=1+1']);
        expect(cells[2]?.slice(0, 3).map(([, value]) => value)).toEqual(['=HYPERLINK("http://x")', '@SUM(A1)', '+47']);
        expect(cells[4]?.[1]?.[1]).toBe(long);
    });
    it('is made of a class without students or tasks too', async () => {
        expect((await read({ units: [], tasks: [], students: [] })).Scores?.cells.length).toBe(1);
    });
});

describe('a record as CSV', () => {
    it('quotes what it must, and leaves a spreadsheet no formula', () => {
        const [scores] = recordSheets(record, false);
        expect(csv([scores?.head ?? [], ...(scores?.rows ?? [])], 'UTC').split('\r\n')).toEqual([
            '\uFEFFFamily name,Given name,Number,Mean,Missing,"Tides, ""spring"" and neap",\'=1+1',
            'Brandt,Ada,,0.75,1,0.75,',
            '"\'=HYPERLINK(""http://x"")",\'@SUM(A1),\'+47,,1,excused,',
            "'\tحداد,ليلى,,0.75,1,,",
            `'-2+3,${long},,0.75,1,,`,
            '',
        ]);
    });
});

describe('a task as a workbook', () => {
    const evidence = evidenceOf({
        questions: [figures('q', { atOnce: { count: 1, of: 4, interval: null }, seconds: null })],
        rows: [{ student: 'ada', rounds: 2, first: 0.2, best: 0.6, standings: { q: 'climbed' } }],
    });
    const rounds = {
        students: { ada: { given: 'Ada', family: 'Brandt', number: null }, ben: { given: '=Ben', family: '', number: null } },
        rounds: [
            {
                student: 'ada',
                number: 2,
                score: 0.6,
                done: 1,
                answered: 5,
                commented: 0,
                unread: 1,
                beganAt: '2026-11-03T09:00:00Z',
                endedAt: null,
            },
        ],
    };
    it('holds each round with its times, how each stands, and the questions', async () => {
        const sheets = await asRead(taskSheets(quizOf(asking('q', ['yes'])), rounds, evidence));
        expect(Object.keys(sheets)).toEqual(['Rounds', 'Standings', 'Questions']);
        expect(sheets.Rounds?.cells[1]?.map(([type, value]) => [type, value])).toEqual([
            ['s', 'Brandt'],
            ['s', 'Ada'],
            ['n', '2'],
            ['d', '2026-11-03 09:00:00'],
            ['n', 'None'],
            ['n', '0.6'],
            ['n', '1'],
            ['n', '5'],
            ['n', '0'],
            ['n', '1'],
        ]);
        expect(sheets.Standings?.cells.slice(1).map((row) => row.map(([, value]) => value))).toEqual([
            ['Brandt', 'Ada', standingWords.climbed],
            ['', '=Ben', 'None'],
        ]);
        expect(sheets.Questions?.cells[1]?.slice(1, 3).map(([, value]) => value)).toEqual(['4', '0.25']);
    });
    it('tells how far it is where there is much', async () => {
        const told: number[] = [];
        const rows = Array.from({ length: 5000 }, (_, index) => [index]);
        await workbook([{ name: 'Many', head: ['n'], rows, frozen: 0 }], 'UTC', (share) => told.push(Math.round(100 * share)));
        expect(told).toEqual([40, 80, 100]);
    });
});
