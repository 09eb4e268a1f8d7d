import fc from 'fast-check';
import { guardedRow, withoutGuard, writeRow } from './cells';
import { RowReader, splitCells } from './rows';

const texts = fc.string({
  unit: fc.constantFrom('=', '+', '-', '@', "'", '\t', '\r', '\n', '"', ',', ';', ' ', 'a', '＝', '＠', '5'),
  maxLength: 12,
});
const rowOf = (text: string) => {
  const reader = new RowReader(',');
  const rows = [...reader.push({ text: text.replace(/\r\n?/g, '\n'), valid: true } as never), ...reader.end()];
  return rows[0]!.cells.map(withoutGuard);
};
/** As the reader of files sees line ends. */
const even = (text: string) => text.replace(/\r\n?/g, '\n');

test('what is written is read back, whatever signs it begins with', () => {
  fc.assert(
    fc.property(fc.array(texts.map(even), { minLength: 2, maxLength: 4 }), (cells) => {
      fc.pre(cells.join('').trim() !== '');
      expect(rowOf(writeRow(['x', ...cells]))).toEqual(['x', ...cells]);
    }),
    { numRuns: 3000 },
  );
});
// OWASP, CSV Injection: the signs, and that a cell may begin anew after a line break; full-width signs are taken alike by spreadsheets.
test.each(['=1+1', '+1', '-1', '@SUM', '\t=1', '＝1+1', '＋1', '－1', '＠SUM', "'=1", 'harmless\n=1+1', 'harmless\n\n＝1'])(
  'no cell, and no line in one, begins as a formula: %j',
  (text) => {
    const row = writeRow([text]).replace(/^"|"?\r\n$/g, '');
    for (const line of row.split('\n')) expect(line).not.toMatch(/^[=+\-@\t＝＋－＠]/);
  },
);
test('a number, and what only holds a sign, stays as it is', () => {
  expect(writeRow([-5, 'a=b', 'CI 2 - 5'])).toBe('-5,a=b,CI 2 - 5\r\n');
});
test('a row that was rejected is guarded where it could run, and means what it meant', () => {
  expect(guardedRow('=cmd;"x;=1";5', ';')).toBe('\'=cmd;"x;=1";5');
  expect(splitCells(guardedRow('=cmd;"a ""b"" c";', ';'), ';').map(withoutGuard)).toEqual(['=cmd', 'a "b" c', '']);
});
