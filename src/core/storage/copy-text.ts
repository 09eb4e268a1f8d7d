/** JSON that is there as text already. */
export class JsonText {
  constructor(readonly text: string) {}
}

/** A cell of a row. Objects are written as JSON. */
export type Cell = string | number | boolean | null | object;

/**
 * Rows in the text format of COPY: backslash, tab and line ends escaped, NULL as \N. PostgreSQL text cannot hold NUL
 * characters, nor UTF-8 a half of a pair of surrogates: both become the sign for what is no character.
 * @source PostgreSQL documentation, "COPY", file formats
 */
export function copyText(rows: readonly (readonly Cell[])[]): string {
  let text = '';
  for (const row of rows) text += copyLine(row);
  return text;
}

export function copyLine(row: readonly Cell[]): string {
  let line = '';
  for (let i = 0; i < row.length; i++) line += (i ? '\t' : '') + encode(row[i]!);
  return `${line}\n`;
}

function encode(cell: Cell): string {
  if (cell === null) return '\\N';
  if (typeof cell === 'number' || typeof cell === 'boolean') return String(cell);
  const text = typeof cell === 'string' ? cell : cell instanceof JsonText ? cell.text : JSON.stringify(cell);
  return NEEDS_ESCAPE.test(text) ? escaped(text, typeof cell !== 'string') : text;
}

// biome-ignore lint/suspicious/noControlCharactersInRegex: those are the ones that COPY and PostgreSQL cannot take as they are
const NEEDS_ESCAPE = /[\\\n\r\t\u0000\ud800-\udfff]/;
const ESCAPES: Record<string, string> = { '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' };

function escaped(text: string, json: boolean): string {
  // A half of a pair of surrogates, alone, is no character: UTF-8 has no form for it.
  const sound = text.toWellFormed();
  // In JSON an escaped backslash is passed over, so that the text "\\u0000" stays what somebody wrote.
  const plain = json
    ? sound.replace(/\\\\|\\u0000|\\ud[89a-f][0-9a-f]{2}/gi, (found) => (found === '\\\\' ? found : '\uFFFD'))
    : sound.replaceAll('\u0000', '\uFFFD');
  return plain.replace(/[\\\n\r\t]/g, (c) => ESCAPES[c]!);
}
