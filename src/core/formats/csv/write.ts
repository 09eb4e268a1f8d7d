/**
 * Rows as CSV (RFC 4180: quotes doubled, CRLF), with a byte-order mark so that spreadsheets read UTF-8.
 * A cell that a spreadsheet would take for a formula gets an apostrophe before it.
 * @source RFC 4180; formula guard after OWASP, CSV Injection
 */
export function writeCsv(rows: readonly (readonly (string | number | null)[])[]): string {
  return `\uFEFF${rows.map((row) => row.map(cell).join(',')).join('\r\n')}\r\n`;
}

function cell(value: string | number | null): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(value);
  const safe = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(safe) || safe !== safe.trim() ? `"${safe.replaceAll('"', '""')}"` : safe;
}
