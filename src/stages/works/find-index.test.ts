import type { EntityManager } from '@mikro-orm/postgresql';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { findWorks } from './queries/find-works';
import { findIndex } from './store/find-index';

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
  return id;
}

async function indexOf(id: string) {
  for (let tries = 0; tries < 200; tries++) {
    const index = await findIndex(db.context(), id);
    if (index) return index;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error('it was not read in ten seconds');
}

test('a large review is searched by reading until its words are known, and then by these, brought forward by what changed', async () => {
  const id = await aLargeReview();
  expect(await findIndex(db.context(), id)).toBeNull();
  const index = await indexOf(id);
  expect(index.size).toBe(10_500);
  expect(index.find(['WEIR', 'lam'])).toEqual({ keys: [5000, 10_000], sure: true });
  await em().transactional(async (tx) => {
    await tx.execute("update work set title = 'A wheel' where review_id = ? and no = 5000", [id]);
    await tx.execute("update work set title = 'Lamp at a weir' where review_id = ? and no = 17", [id]);
    await tx.execute('update work set absorbed_by = 1, absorbed_at = now() where review_id = ? and no = 10000', [id]);
    await tx.execute('update review set revision = revision + 1 where id = ?', [id]);
  });
  const later = await indexOf(id);
  expect(later).toBe(index);
  expect(later.find(['weir']).keys).toEqual([17]);
  expect(later.size).toBe(10_499);
  // Only what changed was read again.
  expect(later.dead).toBeLessThan(10);
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
