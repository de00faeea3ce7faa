/** The cells of the first sheet of a spreadsheet with anything in it, parted by tabs, as they are pasted from one. */
export async function sheetAsText(file: Blob): Promise<string> {
    const { Workbook } = (await import('exceljs')).default;
    const book = new Workbook();
    await book.xlsx.load(await file.arrayBuffer());
    const sheet = book.worksheets.find((one) => one.actualRowCount > 0);
    const lines: string[] = [];
    sheet?.eachRow((row) => {
        const cells: string[] = [];
        // Cells count from 1, and empty ones are left out otherwise.
        for (let column = 1; column <= row.cellCount; column++) {
            cells.push(row.getCell(column).text.replace(/\s+/g, ' ').trim());
        }
        lines.push(cells.join('\t'));
    });
    return lines.join('\n');
}

/** A workbook of the kind that spreadsheets write (Office Open XML), by its name: inside it is a zip as other packages are. */
export function isWorkbook(file: File): boolean {
    return /\.xls[xm]$/i.test(file.name);
}
