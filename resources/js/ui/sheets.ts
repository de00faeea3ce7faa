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

/** A workbook (Office Open XML) with a sheet each. `told` hears how much of it is done, from 0 to 1. */
export async function workbook(sheets: Sheet[], told: (share: number) => void = () => undefined): Promise<Blob> {
    const { Workbook } = (await import('exceljs')).default;
    const book = new Workbook();
    const all = sheets.reduce((sum, { rows }) => sum + rows.length, 1);
    let done = 0;
    for (const { name, head, rows, frozen, shares = [], toned } of sheets) {
        const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', xSplit: frozen, ySplit: 1 }] });
        sheet.addRow(head).font = { bold: true };
        for (let first = 0; first < rows.length; first += AT_A_TIME) {
            sheet.addRows(rows.slice(first, first + AT_A_TIME));
            done += Math.min(AT_A_TIME, rows.length - first);
            told(done / all);
            await new Promise((resolve) => setTimeout(resolve));
        }
        sheet.autoFilter = { from: { row: 1, column: 1 }, to: { row: 1, column: head.length } };
        head.forEach((words, index) => {
            sheet.getColumn(index + 1).width = Math.min(28, Math.max(10, words.length + 3));
        });
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
 * text: an apostrophe stands before it (common practice, OWASP).
 */
export function csv(rows: Value[][]): string {
    return `\uFEFF${rows.map((row) => row.map(inCsv).join(',')).join('\r\n')}\r\n`;
}

function inCsv(value: Value): string {
    if (typeof value !== 'string') {
        return value === null ? '' : typeof value === 'number' ? String(value) : value.toISOString();
    }
    const text = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** Saves a file under a name, without what a file's name may not hold. */
export function download(file: Blob, name: string): void {
    const address = URL.createObjectURL(file);
    saveFrom(address, name.replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ').trim());
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
