import { Readable } from 'node:stream';
import fc from 'fast-check';
import { linesOf, TooLong } from './lines';

const read = async (chunks: Uint8Array[], most = 1000) => {
  const lines: string[] = [];
  for await (const line of linesOf(Readable.from(chunks), most)) lines.push(line);
  return lines;
};

test('lines are the same however the bytes arrive', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.string({ unit: 'grapheme' }), { maxLength: 8 }), fc.integer({ min: 1, max: 9 }), async (texts, size) => {
      const lines = texts.map((t) => t.replace(/[\r\n]/g, ''));
      const bytes = new TextEncoder().encode(lines.map((l) => `${l}\n`).join(''));
      const chunks = Array.from({ length: Math.ceil(bytes.length / size) }, (_, i) => bytes.subarray(i * size, (i + 1) * size));
      // A byte-order mark at the very beginning is no part of the text.
      expect(await read(chunks)).toEqual(lines.map((l, i) => (i === 0 ? l.replace(/^\ufeff/, '') : l)));
    }),
  );
});
test('a line that never ends is given up at its bound, not held', async () => {
  const piece = Buffer.alloc(1000, 'x');
  let sent = 0;
  const endless = (async function* () {
    for (; sent < 1_000_000; sent++) yield piece;
  })();
  const failed = (async () => {
    for await (const _ of linesOf(endless, 50_000));
  })();
  await expect(failed).rejects.toThrow(TooLong);
  expect(sent).toBeLessThan(60);
});
test('a fault of the stream is thrown to whoever reads', async () => {
  const broken = new Readable({ read: () => {} });
  broken.push('one\ntwo');
  setTimeout(() => broken.destroy(new Error('torn')), 20);
  const lines: string[] = [];
  const reading = (async () => {
    for await (const line of linesOf(broken, 100)) lines.push(line);
  })();
  await expect(reading).rejects.toThrow('torn');
  expect(lines).toEqual(['one']);
});
