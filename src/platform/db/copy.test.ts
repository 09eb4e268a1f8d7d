import { openTestDatabase, type TestDatabase } from '@/testing/database';
import { seeded } from '@/testing/seeded';
import { copyRows } from './copy';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

/** Writes rows through COPY into a table of their own, and reads them back as PostgreSQL has them. */
const roundTrip = (rows: [number, string | null, object][]) =>
  db.context().em.transactional(async (tx) => {
    await tx.execute('create temporary table trip (no int, words text, doc jsonb) on commit drop');
    const count = await copyRows(tx, 'trip', ['no', 'words', 'doc'], [rows]);
    return { count, back: await tx.execute<{ no: number; words: string | null; doc: unknown }[]>('select * from trip order by no') };
  });

// PostgreSQL documentation, COPY, text format: backslash sequences and the end marker.
test.each([
  ['a backslash', 'C:\\new\\table'],
  ['what looks like NULL', '\\N'],
  ['what looks like the end of the data', '\\.'],
  ['tabs and line ends', 'a\tb\nc\r\nd'],
  ['quotes and markup', `"it's" <b>&amp;</b>`],
  ['other scripts', 'Ångström 日本 🙂'],
  ['nothing', ''],
])('%s comes back the same', async (_, words) => {
  const { back } = await roundTrip([[1, words, { words, list: [words, null, 1.5, true] }]]);
  expect(back).toEqual([{ no: 1, words, doc: { words, list: [words, null, 1.5, true] } }]);
});
test('NULL is NULL, and a NUL character, which PostgreSQL cannot hold, is shown as missing', async () => {
  const { back } = await roundTrip([
    [1, null, {}],
    [2, 'a\u0000b', { a: 'a\u0000b' }],
  ]);
  expect(back.map((r) => r.words)).toEqual([null, 'a\uFFFDb']);
  expect(back[1]!.doc).toEqual({ a: 'a\uFFFDb' });
});
test.each([1, 2])('many rows of any text, more than one buffer, seed %i', async (seed) => {
  const next = seeded(seed);
  const parts = ['\\', '\t', '\n', '\r', 'N', '.', 'x'.repeat(300), 'é', '"', ',', ' '];
  const rows = Array.from({ length: 1500 }, (_, no): [number, string, object] => {
    const words = Array.from({ length: Math.floor(next() * 8) }, () => parts[Math.floor(next() * parts.length)]).join('');
    return [no, words, { words }];
  });
  const { count, back } = await roundTrip(rows);
  expect(count).toBe(rows.length);
  expect(back.map((r) => [r.no, r.words, r.doc])).toEqual(rows);
});
test('a failure in the middle leaves nothing behind', async () => {
  const { em } = db.context();
  await expect(
    em.transactional(async (tx) => {
      await tx.execute('create table trip_left (no int)');
      await copyRows(tx, 'trip_left', ['no'], [[[1], ['two' as unknown as number]]]);
    }),
  ).rejects.toThrow(/invalid input syntax/);
  await expect(em.execute('select * from trip_left')).rejects.toThrow(/does not exist/);
});
