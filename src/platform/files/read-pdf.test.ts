import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { aPdf } from '@/testing/a-pdf';
import { readPdf } from './read-pdf';

const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-pdf-'));
afterAll(() => rmSync(folder, { recursive: true }));
const kept = (name: string, bytes: Buffer) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};

/** One page whose content is packed; `times` repetitions of one piece of it weigh nothing in the file. */
function packed(piece: string, times: number): Buffer {
  const stream = deflateSync(Buffer.from(`BT /F1 12 Tf 60 760 Td ${piece.repeat(times)} ET`));
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [4 0 R] /Count 1 >>',
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 5 0 R /Resources << /Font << /F1 3 0 R >> >> >>',
  ].map((o, i) => `${i + 1} 0 obj\n${o}\nendobj\n`);
  // Without a table of places the reader looks for the objects itself, as it does for many files that people have.
  const head = Buffer.from(`%PDF-1.4\n${objects.join('')}5 0 obj\n<< /Filter /FlateDecode /Length ${stream.length} >>\nstream\n`, 'latin1');
  return Buffer.concat([head, stream, Buffer.from('\nendstream\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n')]);
}

test('its pages, in order', async () => {
  expect(await readPdf(kept('two.pdf', aPdf(['Mats', 'Pain\nfell.'])))).toEqual({ ok: true, pages: ['Mats', 'Pain\nfell.'] });
  expect(await readPdf(kept('packed.pdf', packed('(knee ) Tj ', 3)))).toMatchObject({ ok: true, pages: [expect.stringContaining('knee')] });
});
test('what is no PDF, and what is not there', async () => {
  expect(await readPdf(kept('broken.pdf', Buffer.from('%PDF-1.4\nbroken')))).toMatchObject({ ok: false, code: 'damaged' });
  expect(await readPdf(join(folder, 'nowhere.pdf'))).toMatchObject({ ok: false, code: 'damaged' });
});
test('a small file that unpacks to a book of books is given up, and this process goes on meanwhile', async () => {
  const bomb = packed(`1 0 0 1 60 760 Tm (${'knee '.repeat(20)}) Tj `, 400_000);
  expect(bomb.length).toBeLessThan(200_000);
  let turns = 0;
  const beats = setInterval(() => turns++, 10);
  expect(await readPdf(kept('bomb.pdf', bomb), 4)).toMatchObject({ ok: false, code: 'too-long' });
  clearInterval(beats);
  expect(turns).toBeGreaterThan(5);
});
test('one that takes too long is ended, and those that wait get their turn', async () => {
  const slow = kept('slow.pdf', packed('(a) Tj 0 -1 Td ', 3_000_000));
  const quick = kept('quick.pdf', aPdf(['Mats']));
  const answers = await Promise.all([readPdf(slow, 1), readPdf(slow, 1), readPdf(quick), readPdf(quick)]);
  expect(answers.map((a) => a.ok)).toEqual([false, false, true, true]);
  expect(answers[0]).toMatchObject({ code: 'too-long', message: expect.stringContaining('within 1 seconds') });
});
