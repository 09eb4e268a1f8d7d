/**
 * Rows as CSV (RFC 4180: quotes doubled, CRLF), with a byte-order mark so that spreadsheets read UTF-8.
 * A cell that a spreadsheet would take for a formula gets an apostrophe before it.
 * @source RFC 4180; formula guard after OWASP, CSV Injection
 */
export function writeCsv(rows: readonly (readonly (string | number | null)[])[]): string {
  return `\uFEFF${rows.map(writeRow).join('')}`;
}

/** One row, ended CRLF. */
export const writeRow = (row: readonly (string | number | null)[]): string => `${row.map(cell).join(',')}\r\n`;

function cell(value: string | number | null): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(value);
  const safe = NEEDS_GUARD.test(value) ? `'${value}` : value;
  return /[",;\r\n]/.test(safe) || safe !== safe.trim() ? `"${safe.replaceAll('"', '""')}"` : safe;
}

const NEEDS_GUARD = /^'*[=+\-@\t\r]/;

/** A cell's text without the apostrophe that guards it. */
export const withoutGuard = (text: string): string => (text.startsWith("'") && NEEDS_GUARD.test(text.slice(1)) ? text.slice(1) : text);
