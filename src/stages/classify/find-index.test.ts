import type { EntityManager } from '@mikro-orm/postgresql';
import { findWorks } from '@/stages/works';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { findInTexts } from './store/find-index';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const em = () => db.context().em as EntityManager;

/** More works than are read at once, in one statement: copies of one record. */
async function aLargeReview(): Promise<string> {
  const { id } = await aReview(db.context());
  await importText(db, id, 'AA', risEntry(1, 'A lamp for the mill'));
  await em().execute(
    `insert into work (review_id, no, title, authors, container, date_words, doi, pmid, shown_record, records, membership, axes, flags)
     select review_id, n, 'Lamp ' || n || case when n % 5000 = 0 then ' by the weir' else '' end, authors, container, date_words, '', '',
       shown_record, records, membership, axes, flags from work, generate_series(2, 10500) as n where review_id = ? and no = 1`,
    [id],
  );
  await em().execute('update review_columns set whole = whole + 1 where review_id = ?', [id]);
  return id;
}

/** Works are found by their words as soon as these are known; until then by reading, which null asks for. */
async function inTexts(id: string, ...words: string[]) {
  for (let tries = 0; tries < 200; tries++) {
    const found = await findInTexts(db.context(), id, words);
    if (found) return found.numbers;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error('they were not known in ten seconds');
}

/** Changes works as a classification of all of them does. */
const reclassified = (id: string, change: string) =>
  em().transactional(async (tx) => {
    await tx.execute(`update work set ${change}`.replace('where', 'where review_id = ? and'), [id]);
    await tx.execute('update review_columns set whole = whole + 1 where review_id = ?', [id]);
  });

const partsOf = (id: string) =>
  em().execute<{ part: number; works: number }[]>(
    'select part, length(places) / 16 as works from find_part where review_id = ? order by part',
    [id],
  );

test('a large review is searched by reading until its words are known, and then by these, brought forward by what changed', async () => {
  const id = await aLargeReview();
  expect(await findInTexts(db.context(), id, ['weir'])).toBeNull();
  expect(await inTexts(id, 'WEIR', 'lam')).toEqual([5000, 10_000]);
  expect(await inTexts(id, 'lamp')).toHaveLength(10_500);
  await reclassified(id, "title = 'A wheel' where no = 5000");
  await reclassified(id, "title = 'Lamp at a weir' where no = 17");
  await reclassified(id, 'absorbed_by = 1, absorbed_at = now() where no = 10000');
  expect(await findInTexts(db.context(), id, ['weir'])).toBeNull();
  expect(await inTexts(id, 'weir')).toEqual([17]);
  expect(await inTexts(id, 'lamp')).toHaveLength(10_498);
  // Only what changed was read again.
  expect((await partsOf(id)).map((p) => p.works)).toEqual([1, 10_499, 2]);
});

test('parts do not become many, nor does one keep much that no longer holds', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'AA', Array.from({ length: 30 }, (_, i) => risEntry(i + 1, `Lamp ${i + 1}`)).join('\n'));
  for (let turn = 1; turn <= 14; turn++) {
    await reclassified(id, `title = 'Wheel ${turn}' where no = ${turn}`);
    expect(await inTexts(id, 'wheel')).toHaveLength(turn);
    expect((await partsOf(id)).length).toBeLessThan(11);
  }
  expect(await inTexts(id, 'wheel', '14')).toEqual([14]);
  await reclassified(id, "title = 'Stone ' || no where no > 0");
  expect(await inTexts(id, 'stone')).toHaveLength(30);
  expect(await inTexts(id, 'wheel')).toEqual([]);
  expect(await partsOf(id)).toHaveLength(1);
});

test('words of any length and any script are kept', async () => {
  const { id } = await aReview(db.context());
  const long = 'acgt'.repeat(2000);
  await importText(db, id, 'AA', [risEntry(1, 'A sequence', `AB  - ${long}`), risEntry(2, 'Müller über 水車 und ветряная')].join('\n'));
  expect(await inTexts(id, long.slice(5, 4000))).toEqual([1]);
  expect(await inTexts(id, '水', 'ВЕТРЯ', 'über')).toEqual([2]);
});

test('reading and the index find the same works', async () => {
  const { id } = await aReview(db.context());
  const titles = ['A lamp-post by the mill', 'Lamps, and a post', 'The post of a lamp', 'Öl und Lampe'];
  await importText(db, id, 'AA', titles.map((title, i) => risEntry(i + 1, title, `AB  - No ${i} of 100% cotton.`)).join('\n'));
  const found = async (find: string) => (await said(findWorks(db.context(), id, { find }))).works.map((w) => w.title);
  expect(await found('lamp post')).toEqual(titles.slice(0, 3));
  expect(await found('lamp-post')).toEqual(titles.slice(0, 1));
  expect(await found('100% ÖL')).toEqual(titles.slice(3));
  expect(await found('_ost')).toEqual([]);
});
