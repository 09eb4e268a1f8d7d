import { encodeColumns } from '@/core/storage';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { ruleAxis } from './commands/rule-axis';
import { reclassifyReview } from './jobs/reclassify';
import { storedAlone } from './store/records-alone';
import { storedColumns } from './store/stored-columns';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

/** More than a page of works. */
const WORKS = 1100;

async function stored(reviewId: string) {
  const { em } = db.context();
  const columns = (await storedColumns(em, reviewId))!.columns;
  const alone = (await storedAlone(em, reviewId))!;
  const axes = await em.execute('select no, axes from work where review_id = ? order by no', [reviewId]);
  const tallies = await em.execute('select kind, doc, works, open from work_tally where review_id = ? order by kind, key', [reviewId]);
  return {
    tallies,
    columns: Buffer.from(encodeColumns({ ...columns, revision: 0 })).toString('base64'),
    alone: [...alone.byRetrieval.values()].map((a) => Buffer.from(encodeColumns({ ...a.records, revision: 0 })).toString('base64')),
    axes,
  };
}

test('a ruling on many works, done page by page at once, comes to what classifying everything anew does', async () => {
  const { id } = await aReview(db.context());
  // Some of them say two things of themselves, and they stand in several journals.
  const entries = Array.from({ length: WORKS }, (_, n) =>
    risEntry(
      n,
      `Lamps of kind ${n} and ${n * 7} in the mills of valley ${n * 13}`,
      ...(n % 5 ? [] : ['M3  - Editorial', 'M3  - Randomized Controlled Trial']),
    ).replace('Annals of Floors', `Annals of Floors ${n % 7}`),
  );
  await importText(db, id, 'AA', entries.join('\n'));
  await db.work(id);
  const before = await stored(id);
  expect(new Set((before.tallies as { kind: string }[]).map((t) => t.kind))).toEqual(new Set(['dispute', 'venue']));
  const picked = Array.from({ length: WORKS - 50 }, (_, i) => i + 1);
  const answer = await ruleAxis(db.context(), id, {
    ...{ axis: 'publicationType', codes: ['editorial'], workNo: null, workNos: picked },
    ...{ cause: null, standing: false, reason: 'They say so in print.' },
  });
  expect(answer).toMatchObject({ ok: true, works: picked.length, later: false });
  const tallied = (await stored(id)).tallies;
  expect(tallied).not.toEqual(before.tallies);
  expect(
    await ruleAxis(db.context(), id, {
      ...{ axis: 'peerReview', codes: ['refereed'], workNo: null, workNos: picked.slice(0, 600) },
      ...{ cause: null, standing: false, reason: 'The journals say so.' },
    }),
  ).toMatchObject({ ok: true, later: false });
  const ruled = await stored(id);
  expect(ruled.tallies).not.toEqual(tallied);
  const ruledAxes = (ruled.axes as { axes: { publicationType?: { tier: string } } }[]).filter(
    (w) => w.axes.publicationType?.tier === 'ruled',
  );
  expect(ruledAxes).toHaveLength(picked.length);
  expect(ruled.columns).not.toBe(before.columns);
  await reclassifyReview(db.context(), id, { step: async () => {}, write: async () => {} } as never);
  expect(await stored(id)).toEqual(ruled);
});
