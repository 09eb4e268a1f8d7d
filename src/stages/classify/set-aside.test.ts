import { Job } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewState } from '@/stages/decide/store/review-state';
import { mergeAgain } from '@/stages/merge/commands/merge-again';
import { mergeView } from '@/stages/merge/queries/merge-view';
import { tryAsideAgain } from '@/stages/retrieve/commands/try-aside-again';
import { setAsideCsv, setAsideRecords } from '@/stages/retrieve/queries/set-aside';
import { deleteReview } from '@/stages/review/commands/delete-review';
import { overview } from '@/stages/review/queries/overview';
import { runJob } from '@/stages/run-job';
import { factTables, flowOfReview } from '@/stages/write-up/queries/facts';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { whole } from '@/testing/whole';
import { ruleAxis } from './commands/rule-axis';

let db: TestDatabase;
let id: string;
beforeEach(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
});
afterEach(() => db.close());

const TITLES = [
  'Knee pads for tilers: a randomised trial',
  'Straps for floor layers',
  'Gloves in glazing: a survey',
  'Boots: a cohort study',
];
const FILE = TITLES.map((t, i) => risEntry(i + 1, t, 'PY  - 2021', 'AB  - We randomised 40 tilers to mats.')).join('\n');

/** Changes what is stored behind the application's back, as only a fault could. */
async function damage(sql: string) {
  const em = db.context().em;
  await em.transactional(async (tx) => {
    await tx.execute("set local session_replication_role = 'replica'");
    await tx.execute(sql, [id]);
  });
}

const DAMAGES = {
  derive: `update record set item = jsonb_set(item, '{abstract}', 'null') where review_id = ? and no = 2`,
  merge: `update merge_key k set doc = jsonb_set(o.doc::jsonb, '{titles}', '[null]')::json from merge_key o
    where k.review_id = ? and k.record_no = 2 and o.review_id = k.review_id and o.record_no = 1`,
  classify: `update record_claims set doc = json_build_object('form', doc->>'form', 'claims', '[["s",1,"x","a","title","y"],null]'::json,
    'asides', '[]'::json) where review_id = ? and record_no = 2`,
} as const;

test.each(Object.keys(DAMAGES) as (keyof typeof DAMAGES)[])(
  'one record that fails in "%s" is set aside with its reason, and everything else goes on',
  async (step) => {
    await importText(db, id, 'VH', FILE);
    await damage(DAMAGES[step]);
    // What was derived before is made anew, as after an update of the rules.
    if (step === 'derive') await damage(`update record_claims set rule_set = 'old' where review_id = ?`);
    if (step !== 'derive') await damage(`update merge_state set rules = 'old' where review_id = ?`);
    if (step === 'classify') await damage(`update review_columns set basis = 'old' where review_id = ?`);
    await mergeAgain(db.context(), id);
    await db.work(id);
    const [job] = await db.context().em.find(Job, { reviewId: id }, { orderBy: { updatedAt: 'desc' } });
    expect(job).toMatchObject({ state: 'done' });
    const [line, ...more] = await setAsideRecords(db.context(), id);
    expect(more).toEqual([]);
    expect(line).toMatchObject({ no: 2, step, file: 'VH.txt', title: TITLES[1] });
    expect(line!.reason).toMatch(/Error/);
    expect(line!.raw).toContain('Straps');
    expect(await whole(setAsideCsv(db.context(), id))).toContain('Straps for floor layers');

    const o = await overview(db.context(), id);
    expect(o).toMatchObject({ records: 4, works: 3, aside: 1 });
    expect(o.identities.filter((i) => !i.holds)).toEqual([]);
    expect(await mergeView(db.context(), id)).toMatchObject({ waiting: 0, aside: 1 });
    const state = await reviewState(db.context(), id);
    const facts = await factTables(db.context(), state);
    expect(await flowOfReview(db.context(), state, facts)).toMatchObject({ identified: 4, duplicates: 0, aside: 1 });
    // Its failure says nothing of the others: they can be ruled on, and classified anew.
    expect(
      await ruleAxis(db.context(), id, {
        ...{ axis: 'design', codes: ['case-series'], workNo: 1, cause: null, standing: false },
        reason: 'Read it.',
      }),
    ).toMatchObject({ ok: true });
  },
);

test('what was repaired is tried again when a person asks, and takes its place', async () => {
  await importText(db, id, 'VH', FILE);
  await damage(DAMAGES.derive);
  await damage(`update record_claims set rule_set = 'old' where review_id = ?`);
  await mergeAgain(db.context(), id);
  await db.work(id);
  expect(await overview(db.context(), id)).toMatchObject({ works: 3, aside: 1 });
  await damage(`update record set item = jsonb_set(item, '{abstract}', '""') where review_id = ? and no = 2`);
  await tryAsideAgain(db.context(), id);
  await db.work(id);
  expect(await overview(db.context(), id)).toMatchObject({ works: 4, aside: 0 });
});

test('a work that cannot be classified again in place is set aside, and a changed scheme reaches all others', async () => {
  await importText(db, id, 'VH', FILE);
  await damage(DAMAGES.classify);
  await db.context().em.transactional((tx) => queueReclassify(tx, id));
  await db.work(id);
  expect((await setAsideRecords(db.context(), id)).map((r) => [r.no, r.step])).toEqual([[2, 'classify']]);
  expect(await overview(db.context(), id)).toMatchObject({ works: 3, aside: 1, working: false });
});

test('a job that fails as a whole is tried a few times, says so, and leaves a review that can be deleted', async () => {
  await importText(db, id, 'VH', FILE);
  // A fault that no single record is to blame for.
  await damage(`update review set scheme = 'gone' where id = ?`);
  await mergeAgain(db.context(), id);
  const job = () => db.context().em.findOneOrFail(Job, { reviewId: id }, { orderBy: { updatedAt: 'desc' } });
  for (let attempt = 1; attempt <= 3; attempt++) {
    expect(await job()).toMatchObject({ state: 'queued', attempts: attempt - 1 });
    await expect(runJob(db.context(), id, (await job()).id, false)).rejects.toThrow();
  }
  expect(await job()).toMatchObject({ state: 'failed', attempts: 3, message: expect.stringMatching(/given up/) });
  // Delivered once more, it is left alone.
  await runJob(db.context(), id, (await job()).id, false);
  expect((await job()).state).toBe('failed');
  expect(await deleteReview(db.context(), id, { title: 'Knee pads' })).toMatchObject({ ok: true });
});

test('a job whose process died five times is given up when it is begun again', async () => {
  await importText(db, id, 'VH', FILE);
  await mergeAgain(db.context(), id);
  const em = db.context().em;
  const job = await em.findOneOrFail(Job, { reviewId: id, state: 'queued' });
  await em.nativeUpdate(Job, { reviewId: id, id: job.id }, { attempts: 5 });
  await runJob(db.context(), id, job.id, false);
  expect(await em.fork().findOneOrFail(Job, { reviewId: id, id: job.id })).toMatchObject({
    state: 'failed',
    message: expect.stringMatching(/5 times/),
  });
});
