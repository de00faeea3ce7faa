/** What a cell holds: text stays text, numbers and dates are such. */
export type Value = string | number | Date | null;

export interface Sheet {
    name: string;
    head: string[];
    rows: Value[][];
    /** Columns on the left that stay where the rest moves. */
    frozen: number;
    /** Columns that hold shares, shown as per cent; they count from 0. */
    shares?: number[];
    /** The first of the columns whose shares are a tone, from 0 to 1; all behind it are too. */
    toned?: number;
}

/** Rows after which a page may show how far it is. */
const AT_A_TIME = 2000;

/** How a spreadsheet shows a moment. */
const MOMENT = 'yyyy-mm-dd hh:mm';

/** Made once for each zone: making one takes longer than a thousand cells. */
const clocks = new Map<string, Intl.DateTimeFormat>();

function clockOf(zone: string): Intl.DateTimeFormat {
    const known = clocks.get(zone);
    if (known !== undefined) {
        return known;
    }
    const made = new Intl.DateTimeFormat('en-GB', {
        timeZone: zone,
        ...{ year: 'numeric', month: 'numeric', day: 'numeric', hour: 'numeric', minute: 'numeric', hourCycle: 'h23' },
    });
    clocks.set(zone, made);
    return made;
}

/** What a clock of that time zone shows at a moment, to the minute. */
function onTheClock(moment: Date, zone: string): { year: number; month: number; day: number; hour: number; minute: number } {
    const parts = clockOf(zone).formatToParts(moment);
    const part = (type: Intl.DateTimeFormatPartTypes) => Number(parts.find((one) => one.type === type)?.value);
    return { year: part('year'), month: part('month'), day: part('day'), hour: part('hour'), minute: part('minute') };
}

/** A spreadsheet has no time zones: its dates are read off the clock of the school. */
function asCell(value: Value, zone: string): Value {
    if (!(value instanceof Date)) {
        return value;
    }
    const { year, month, day, hour, minute } = onTheClock(value, zone);
    return new Date(Date.UTC(year, month - 1, day, hour, minute));
}

/**
 * A workbook (Office Open XML) with a sheet each. Moments are shown as the clocks of the school show them, in its time zone (IANA).
 * `told` hears how much of it is done, from 0 to 1.
 */
export async function workbook(sheets: Sheet[], zone: string, told: (share: number) => void = () => undefined): Promise<Blob> {
    const { Workbook } = (await import('exceljs')).default;
    const book = new Workbook();
    const all = sheets.reduce((sum, { rows }) => sum + rows.length, 1);
    let done = 0;
    for (const { name, head, rows, frozen, shares = [], toned } of sheets) {
        const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', xSplit: frozen, ySplit: 1 }] });
        sheet.addRow(head).font = { bold: true };
        for (let first = 0; first < rows.length; first += AT_A_TIME) {
            sheet.addRows(rows.slice(first, first + AT_A_TIME).map((row) => row.map((value) => asCell(value, zone))));
            done += Math.min(AT_A_TIME, rows.length - first);
            told(done / all);
            await new Promise((resolve) => setTimeout(resolve));
        }
        sheet.autoFilter = { from: { row: 1, column: 1 }, to: { row: 1, column: head.length } };
        head.forEach((words, index) => {
            sheet.getColumn(index + 1).width = Math.min(28, Math.max(10, words.length + 3));
        });
        for (const column of head.keys()) {
            if (rows.some((row) => row[column] instanceof Date)) {
                sheet.getColumn(column + 1).numFmt = MOMENT;
                sheet.getColumn(column + 1).width = MOMENT.length + 2;
            }
        }
        for (const column of shares) {
            sheet.getColumn(column + 1).numFmt = '0%';
        }
        if (toned !== undefined && toned < head.length && rows.length > 0) {
            const [from, to] = [sheet.getCell(2, toned + 1).address, sheet.getCell(rows.length + 1, head.length).address];
            sheet.addConditionalFormatting({
                ref: `${from}:${to}`,
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
    }
    return new Blob([await book.xlsx.writeBuffer()], { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' });
}

/**
 * Rows as CSV (RFC 4180, with a byte order mark, by which spreadsheets know UTF-8). What a spreadsheet would take for a formula stays
 * text: an apostrophe stands before it (common practice, OWASP). Moments are as in the workbook.
 */
export function csv(rows: Value[][], zone: string): string {
    return `\uFEFF${rows.map((row) => row.map((value) => inCsv(value, zone)).join(',')).join('\r\n')}\r\n`;
}

function inCsv(value: Value, zone: string): string {
    if (value instanceof Date) {
        const { year, month, day, hour, minute } = onTheClock(value, zone);
        const two = (number: number) => String(number).padStart(2, '0');
        return `${year}-${two(month)}-${two(day)} ${two(hour)}:${two(minute)}`;
    }
    if (typeof value !== 'string') {
        return value === null ? '' : String(value);
    }
    const text = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** Every sheet as CSV: one by itself, or several in a zip. */
export async function csvFile(sheets: Sheet[], zone: string): Promise<{ file: Blob; ending: string }> {
    const rows = ({ head, rows }: Sheet) => csv([head, ...rows], zone);
    const [first, ...more] = sheets;
    if (first === undefined || more.length === 0) {
        return { file: new Blob([first === undefined ? '' : rows(first)], { type: 'text/csv' }), ending: 'csv' };
    }
    const { strToU8, zipSync } = await import('fflate');
    const files = Object.fromEntries(sheets.map((sheet) => [`${inFileName(sheet.name)}.csv`, strToU8(rows(sheet))]));
    return { file: new Blob([zipSync(files) as Uint8Array<ArrayBuffer>], { type: 'application/zip' }), ending: 'zip' };
}

/** A name without what a file's name may not hold. */
function inFileName(name: string): string {
    return name.replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ').trim();
}

/** Saves a file under a name, without what a file's name may not hold. */
export function download(file: Blob, name: string): void {
    const address = URL.createObjectURL(file);
    saveFrom(address, inFileName(name));
    setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** Saves what is at an address, under the name that the server gives where there is no other one. */
export function saveFrom(address: string, name = ''): void {
    const link = document.createElement('a');
    link.href = address;
    link.download = name;
    link.click();
}

export function dateOf(iso: string | null): Date | null {
    return iso === null ? null : new Date(iso);
}
