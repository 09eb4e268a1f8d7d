import type { Delimiter } from '@/core/record';
import { splitCells } from './rows';

/**
 * Rows as CSV (RFC 4180: quotes doubled, CRLF), with a byte-order mark so that spreadsheets read UTF-8.
 * A cell that a spreadsheet would take for a formula gets an apostrophe before it.
 * @source RFC 4180; formula guard after OWASP, CSV Injection
 */
export function writeCsv(rows: readonly (readonly (string | number | null)[])[]): string {
  return `\uFEFF${rows.map(writeRow).join('')}`;
}

/** One row, ended CRLF. */
export const writeRow = (row: readonly (string | number | null)[]): string => `${row.map((value) => cell(value)).join(',')}\r\n`;

/** A row of somebody's table as it stood, with its cells guarded, so that it can be opened, corrected and read again. */
export const guardedRow = (raw: string, delimiter: Delimiter): string =>
  splitCells(raw, delimiter)
    .map((text) => cell(text, delimiter))
    .join(delimiter);

function cell(value: string | number | null, delimiter = ','): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(value);
  const safe = value.replace(NEEDS_GUARD, "'");
  return safe.includes(delimiter) || /[",;\r\n]/.test(safe) || safe !== safe.trim() ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/**
 * Where a cell, or a line in it, begins with a sign that makes it a formula, in its full width too; apostrophes that were
 * there already are counted in, so that one is always the guard.
 */
const NEEDS_GUARD = /(?<=^|[\r\n])(?='*[=+\-@\t\r\uff1d\uff0b\uff0d\uff20])/g;
const GUARD = /(?<=^|[\r\n])'(?='*[=+\-@\t\r\uff1d\uff0b\uff0d\uff20])/g;

/** A cell's text without the apostrophes that guard it. */
export const withoutGuard = (text: string): string => (text.includes("'") ? text.replace(GUARD, '') : text);
