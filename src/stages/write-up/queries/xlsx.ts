import writeExcelFile from 'write-excel-file/node';
import type { Table } from '@/core/write-up';

/** Names that spreadsheets refuse hold any of these, or are longer than 31 letters. */
const sheetName = (title: string) => title.replace(/[[\]:*?/\\]/g, ' ').slice(0, 31);
/** A cell holds no more letters. */
const LONGEST = 32_767;

/**
 * Tables as a workbook, a sheet each. Every text is written as a text, never as a formula, and one that begins like a
 * formula is marked to be shown as it is, so that it stays a text when the cell is edited.
 */
export async function workbookOf(tables: readonly Table[]): Promise<Buffer> {
  const sheets = tables.map((table) => ({
    sheet: sheetName(table.title),
    columns: table.columns.map((_, i) => ({ width: widthOf(table, i) })),
    stickyRowsCount: 1,
    data: [
      table.columns.map((value) => ({ value, type: String, fontWeight: 'bold' as const })),
      ...table.rows.map((row) => row.map(cellOf)),
    ],
  }));
  return writeExcelFile(sheets).toBuffer();
}

function cellOf(value: string | number | null) {
  if (value === null || value === '') return null;
  if (typeof value === 'number') return { value, type: Number };
  return { value: value.slice(0, LONGEST), type: String, ...(/^[=+\-@\t\r]/.test(value) ? { format: '@' } : {}) };
}

const widthOf = (table: Table, i: number): number =>
  Math.min(60, Math.max(8, table.columns[i]!.length + 2, ...table.rows.slice(0, 200).map((r) => String(r[i] ?? '').length * 0.9)));
