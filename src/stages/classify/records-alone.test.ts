import { FACET_NAMES } from '@/core/classify';
import { DATE_KINDS, MASK_AXES } from '@/core/sieve';
import { RecordPatch, Review, SourceDatabase } from '@/platform/db/schema';
import { ruleMerge } from '@/stages/merge/commands/rule-merge';
import { mapTerm } from '@/stages/retrieve/commands/map-term';
import { withdrawRetrieval } from '@/stages/retrieve/commands/withdraw-retrieval';
import { retrievalsOf } from '@/stages/retrieve/store/retrievals';
import { judgedAlone, recordsAlone } from '@/stages/sieve/queries/retrievals-alone';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { ruleAxis } from './commands/rule-axis';
import { type AllAlone, storedAlone } from './store/records-alone';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const ris = (n: number, ...more: string[]) =>
  [
    ...['TY  - JOUR', `AN  - A${n}`, `TI  - Hall ${n} of the eastern mill and its lamps`, `AU  - Sund, Alva${n}`, 'PY  - 2021'],
    ...['T2  - Annals of Lamps', 'VL  - 3', `SP  - ${n}12`, ...more, 'ER  - ', ''],
  ].join('\n');
const medline = (n: number, type: string) =>
  [
    ...[`PMID- 9900${n}`, `TI  - Hall ${n} of the eastern mill and its lamps.`, `FAU - Sund, Alva${n}`, 'DP  - 2021 Mar'],
    ...['JT  - Annals of Lamps', 'VI  - 3', `PG  - ${n}12`, `PT  - ${type}`, ''],
  ].join('\n');

/** All that is said of each record, by retrieval: bits of facets are named, since their order is that of first meeting. */
const said = ({ byRetrieval }: AllAlone) =>
  Object.fromEntries(
    [...byRetrieval].map(([id, { records: c, works }]) => [
      id,
      Array.from(c.numbers, (no, i) => ({
        ...{ no, work: works[i], from: c.membership[i], conflicts: c.conflicts[i], flags: c.flags[i], complete: c.complete[i] },
        axes: MASK_AXES.map((a) => [c.all[a][i], c.stated[a][i]]),
        dates: DATE_KINDS.map((k) => [c.dates[k].from[i], c.dates[k].to[i]]),
        facets: FACET_NAMES.map((f) => c.facets[f].values.filter((_, b) => (c.facets[f].all[i]! >>> b) & 1).sort()),
      })),
    ]),
  );

/** What is stored, and what is kept in memory and brought up to date, are what judging every record now would say. */
async function agrees(id: string): Promise<number> {
  const ctx = db.context();
  const review = await ctx.em.findOneOrFail(Review, { id });
  const databases = await ctx.em.find(SourceDatabase, { reviewId: id }, { orderBy: { position: 'asc' } });
  const judged = said(await judgedAlone(ctx.em, review, databases));
  const stored = await storedAlone(ctx.em, id);
  expect(stored?.revision).toBe(review.revision);
  expect(said(stored!)).toEqual(judged);
  expect(said(await recordsAlone(ctx, review, databases))).toEqual(judged);
  return Object.values(judged).flat().length;
}
const patches = (id: string) => db.context().em.count(RecordPatch, { reviewId: id });

test('records judged alone are stored with every change and stay what judging them now would say', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', ris(1) + ris(2, 'M3  - Aufsatz') + ris(3));
  const { databaseId } = await importText(db, id, 'OF', medline(1, 'Editorial') + medline(2, 'Letter'));
  expect(await agrees(id)).toBe(5);

  const ruling = { axis: 'publicationType' as const, cause: null, standing: false, reason: 'It is signed by the editors.' };
  for (const workNo of [1, 2, 1])
    expect(await ruleAxis(db.context(), id, { ...ruling, workNo, codes: ['editorial'] })).toMatchObject({ ok: true });
  expect(await patches(id)).toBe(3);
  expect(await agrees(id)).toBe(5);

  await importText(db, id, 'QA', ris(3) + ris(4));
  expect(await patches(id)).toBe(0);
  expect(await agrees(id)).toBe(7);

  const apart = await ruleMerge(db.context(), id, { verdict: 'apart', a: 1, others: [4], link: null, reason: 'Two halls.' });
  expect(apart).toMatchObject({ ok: true });
  await db.work(id);
  expect(await agrees(id)).toBe(7);

  await mapTerm(db.context(), id, { databaseId, vocabulary: 'own', term: 'Letter', sets: { publicationType: ['letter'] } });
  await db.work(id);
  expect(await agrees(id)).toBe(7);

  const [, second] = await retrievalsOf(db.context(), id);
  await withdrawRetrieval(db.context(), id, { id: second!.id, withdrawn: true, why: 'Wrong database.' });
  await db.work(id);
  expect(await agrees(id)).toBe(5);
  await withdrawRetrieval(db.context(), id, { id: second!.id, withdrawn: false, why: '' });
  await db.work(id);
  expect(await agrees(id)).toBe(7);
});

test('a review of before they were stored is judged once, and then they are there', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', ris(1) + ris(2));
  await db.context().em.execute('delete from retrieval_columns where review_id = ?', [id]);
  // What this process has read of it is of another revision.
  await db.context().em.execute('update review set revision = revision + 1 where id = ?', [id]);
  const ctx = db.context();
  const review = await ctx.em.findOneOrFail(Review, { id });
  const databases = await ctx.em.find(SourceDatabase, { reviewId: id });
  expect(await storedAlone(ctx.em, id)).toBeNull();
  await recordsAlone(ctx, review, databases);
  expect((await storedAlone(ctx.em, id))?.revision).toBe(review.revision);
  expect(await agrees(id)).toBe(2);
});
