import { SourceDatabase, WrittenDifference } from '@/platform/db/schema';
import { databasesOf } from '@/stages/retrieve/store/databases';
import { overview } from '@/stages/review/queries/overview';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { openReview } from '../context';
import { hasNone, partOf, perRequest, reading } from './parts';

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  await importText(db, id, 'VH', risEntry(1, 'Mats'));
});
afterAll(() => db.close());

test('a request reads each thing once; another request reads for itself', async () => {
  let reads = 0;
  const read = async () => ++reads;
  const ctx = reading(db.context());
  expect([await perRequest(ctx, 'k', read), await perRequest(ctx, 'k', read)]).toEqual([1, 1]);
  expect(await perRequest(reading(db.context()), 'k', read)).toBe(2);
  // Where something is changed, nothing is kept.
  expect([await perRequest(db.context(), 'k', read), await perRequest(db.context(), 'k', read)]).toEqual([3, 4]);
});

/** How often a part that rests on a table is read, when it is asked for before and after something. */
async function readsAround(from: Parameters<typeof partOf>[3], act: () => Promise<unknown>): Promise<number> {
  let reads = 0;
  const name = crypto.randomUUID();
  const ask = () => partOf(reading(db.context()), id, name, from, async () => ++reads);
  await ask();
  await ask();
  await act();
  await ask();
  return reads;
}
const change = (sql: string) => () => db.context().em.execute(sql, [id]);

test.each([
  ['nothing', ['source_database'], 'select 1 where ?::uuid is not null', 1],
  ['a row is changed', ['source_database'], `update source_database set name = 'Renamed' where review_id = ?`, 2],
  ['a row is written as it was', ['source_database'], 'update source_database set name = name where review_id = ?', 2],
  ['a row of another table is changed', ['criterion'], `update source_database set name = 'Again' where review_id = ?`, 1],
  ['the review is changed', ['review'], `update review set title = 'Mats' where id = ?`, 2],
] as const)('kept until %s', async (_, from, sql, reads) => expect(await readsAround(from, change(sql))).toBe(reads));

test('a row that is added, and one that is taken away, are seen', async () => {
  const row = { id: crypto.randomUUID(), reviewId: id, position: 9, name: 'Ostrane', tag: 'OF' };
  const { profile } = await db.context().em.findOneOrFail(SourceDatabase, { reviewId: id });
  const add = async () => db.context().em.insert(SourceDatabase, { ...row, profile });
  expect(await readsAround(['source_database'], add)).toBe(2);
  expect((await databasesOf(reading(db.context()), id)).map((d) => d.tag)).toEqual(['VH', 'OF']);
  expect(await readsAround(['source_database'], () => db.context().em.nativeDelete(SourceDatabase, { reviewId: id, id: row.id }))).toBe(2);
  expect((await databasesOf(reading(db.context()), id)).map((d) => d.tag)).toEqual(['VH']);
});

test('what a transaction wrote late, after a later one, is seen too', async () => {
  const [first, second] = [db.context().em, db.context().em];
  const reads = await readsAround(['source_database'], async () => {
    await first.begin();
    await first.execute(`update source_database set name = 'Early' where review_id = ?`, [id]);
    await second.execute(`update criterion set position = position where review_id = ?`, [id]);
    // Asked between: the change is not there yet.
    expect((await databasesOf(reading(db.context()), id))[0]!.name).not.toBe('Early');
    await first.commit();
  });
  expect(reads).toBe(2);
  expect((await databasesOf(reading(db.context()), id))[0]!.name).toBe('Early');
});

test('tables that are only added to are told by their last row', async () => {
  expect(await hasNone(reading(db.context()), id, 'written_difference')).toBe(true);
  const row = { reviewId: id, seq: 1, workNo: 1, text: 'older', person: 'R', personId: null, at: new Date() };
  expect(await readsAround(['written_difference'], () => db.context().em.insert(WrittenDifference, row))).toBe(2);
  expect(await hasNone(reading(db.context()), id, 'written_difference')).toBe(false);
  // Where something is changed, nobody may conclude from what was read before.
  expect(await hasNone(db.context(), id, 'written_difference')).toBe(false);
});

test('a review that is read is plain, a deleted one is not there, and figures are the same either way', async () => {
  const read = await openReview(reading(db.context()), id);
  expect(read.title).toBe((await openReview(db.context(), id)).title);
  await expect(openReview(reading(db.context()), crypto.randomUUID())).rejects.toThrow('There is no such review.');
  expect(await overview(reading(db.context()), id)).toEqual(await overview(db.context(), id));
});

test('a part that is stored is found by a process that was started since, until its tables or its form are others', async () => {
  const [name, elsewhere] = [crypto.randomUUID(), crypto.randomUUID()];
  let reads = 0;
  const ask = (as: string, stored = '1') =>
    partOf(reading(db.context()), id, as, ['source_database'], async () => ({ reads: ++reads }), { stored });
  expect(await ask(name)).toEqual({ reads: 1 });
  // Under a name that this process never asked for, it is as it is for another.
  const copy = `insert into kept_figure (review_id, name, stamp, doc) select review_id, '${elsewhere}', stamp, doc from kept_figure where review_id = ? and name = '${name}'`;
  await change(copy)();
  expect(await ask(elsewhere)).toEqual({ reads: 1 });
  await change(`update source_database set name = 'Renamed' where review_id = ?`)();
  expect(await ask(elsewhere)).toEqual({ reads: 2 });
  expect(await ask(name)).toEqual({ reads: 3 });
  const stamps = await db.context().em.execute('select distinct stamp from kept_figure where name in (?, ?)', [name, elsewhere]);
  expect(stamps).toHaveLength(1);
  const newer = crypto.randomUUID();
  await change(copy.replace(elsewhere, newer))();
  expect(await ask(newer, '2')).toEqual({ reads: 4 });
});
