import { jest } from '@jest/globals';
import { enqueue } from '@/platform/queue/queue';
import { findWorks } from '@/stages/works';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { readAhead } from './read-ahead';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const entries = (...numbers: number[]) => numbers.map((n) => risEntry(n, `Lamp ${n} in the mill`)).join('\n');

const storedOf = async (id: string) => ({
  figures: (await db.context().em.execute<{ name: string }[]>('select name from kept_figure where review_id = ? order by name', [id])).map(
    (r) => r.name,
  ),
  words: await db
    .context()
    .em.execute('select s.whole = c.whole as current from find_state s join review_columns c using (review_id) where review_id = ?', [id]),
});

test('when works were classified, what pages count over all of them is there before anybody asks', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entries(1, 2));
  await importText(db, id, 'OF', entries(2, 3));
  const { figures, words } = await storedOf(id);
  expect(figures).toEqual(
    [
      ...['fact-records', 'file-counts', 'join-scores', 'merge-figures', 'parity'],
      ...['retrieve-figures', 'unmapped-terms', 'waiting-records'],
    ].sort(),
  );
  expect(words).toEqual([{ current: true }]);
  expect((await said(findWorks(db.context(), id, { find: 'mill' }))).total).toBe(3);
});

test('while another job is about to change it all, nothing is worked out; what fails is left to who asks', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entries(1));
  const clear = () => db.context().em.execute('delete from kept_figure where review_id = ?', [id]);
  await clear();
  await db.context().em.execute('delete from find_state where review_id = ?', [id]);
  await db.context().em.transactional((tx) => enqueue(tx, id, 'reclassify', null, {}));
  await readAhead(db.context(), id);
  expect(await storedOf(id)).toEqual({ figures: [], words: [] });
  await db.context().em.execute("update job set state = 'done' where review_id = ?", [id]);
  const told = jest.spyOn(console, 'error').mockImplementation(() => {});
  await db.context().em.execute("update find_part set places = 'x' where review_id = ?", [id]);
  await readAhead(db.context(), id);
  expect(told).toHaveBeenCalledWith('[ahead]', 'words', expect.any(Error));
  expect((await storedOf(id)).words).toEqual([]);
  // The database may go away: the job whose figures these are was done before.
  const away = () => {
    throw new Error('no connection');
  };
  await expect(readAhead({ ...db.context(), em: { fork: away } as never }, id)).resolves.toBeUndefined();
  told.mockRestore();
});
