import type { Table } from '@/core/write-up';

/** Names that spreadsheets refuse hold any of these, or are longer than 31 letters. */
const sheetName = (title: string) => title.replace(/[[\]:*?/\\]/g, ' ').slice(0, 31);

/**
 * Tables as a workbook, a sheet each. Every text is written as a text, never as a formula, and one that begins like a
 * formula is marked to be shown as it is, so that it stays a text when the cell is edited.
 */
export async function workbookOf(tables: readonly Table[]): Promise<Buffer> {
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  for (const table of tables) {
    const sheet = book.addWorksheet(sheetName(table.title), { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.columns = table.columns.map((header, i) => ({ header, width: widthOf(table, i) }));
    sheet.getRow(1).font = { bold: true };
    for (const row of table.rows) {
      const added = sheet.addRow(row.map((v) => (typeof v === 'string' ? v.slice(0, 32_767) : v)));
      row.forEach((value, i) => {
        if (typeof value === 'string' && /^[=+\-@\t\r]/.test(value)) added.getCell(i + 1).numFmt = '@';
      });
    }
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

const widthOf = (table: Table, i: number): number =>
  Math.min(60, Math.max(8, table.columns[i]!.length + 2, ...table.rows.slice(0, 200).map((r) => String(r[i] ?? '').length * 0.9)));
