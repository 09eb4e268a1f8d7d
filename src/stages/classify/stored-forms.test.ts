import { readFileSync } from 'node:fs';
import { decideWork } from '@/stages/decide/commands/decide';
import { reviewState } from '@/stages/decide/store/review-state';
import { retrieveView } from '@/stages/retrieve/queries/retrieve-view';
import { overview } from '@/stages/review/queries/overview';
import { workDetail } from '@/stages/works/queries/work-detail';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { ruleAxis } from './commands/rule-axis';
import { classifyOutdated } from './jobs/classify-outdated';
import { columnBytes } from './store/stored-columns';

const YESTERDAY = JSON.parse(readFileSync('src/testing/stored/form-8.json', 'utf8')) as {
  columns: string;
  claims: object[];
  mergeKeys: { rules: string; keys: object[]; blocks: string };
};

let db: TestDatabase;
let id: string;
beforeEach(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const titles = ['Knee pads for tilers: a randomised trial', 'Straps for floor layers', 'Boots: a cohort study'];
  const entries = titles.map((t, i) => risEntry(i + 1, t, 'PY  - 2021', 'AB  - We randomised 40 tilers to mats.'));
  await importText(db, id, 'VH', entries.join('\n'));
});
afterEach(() => db.close());

/** Puts in the place of what is kept what an earlier version of the program would have kept there. */
async function asKeptYesterday() {
  const em = db.context().em;
  await em.execute('update review_columns set bytes = ? where review_id = ?', [Buffer.from(YESTERDAY.columns, 'base64'), id]);
  await em.execute('update retrieval_columns set records = ? where review_id = ?', [Buffer.from(YESTERDAY.columns, 'base64'), id]);
  await em.execute('update record_claims set doc = ?::json, rule_set = ? where review_id = ?', [
    JSON.stringify(YESTERDAY.claims[0]),
    '0123456789abcdef:open:standard',
    id,
  ]);
  await em.execute('update merge_key set doc = ?::json, rules = ? where review_id = ?', [
    JSON.stringify(YESTERDAY.mergeKeys.keys[0]),
    YESTERDAY.mergeKeys.rules,
    id,
  ]);
  // A revision of its own, so that nothing that is held in memory answers for it.
  await em.execute('update review set revision = revision + 1000 where id = ?', [id]);
}
const known = async () => {
  const { columns, states } = await reviewState(db.context(), id);
  return { numbers: [...columns.numbers], design: [...columns.all.design], states };
};

test('a review that was kept in another form is shown as being worked out, and is what it was when that is done', async () => {
  await decideWork(db.context(), id, { workNo: 2, verdict: 'keep', reasonCode: '', grounds: 'It is.', seenSeq: 0 });
  const before = await known();
  await asKeptYesterday();
  // Every screen is drawn; nothing is said of works that would rest on what can't be read.
  expect(await known()).toEqual({ numbers: [], design: [], states: [] });
  expect(await overview(db.context(), id)).toMatchObject({ records: 3, works: 0 });
  expect(await columnBytes(db.context().em, id)).toBeNull();
  await expect(workDetail(db.context(), id, 2)).rejects.toThrow('There is no such work.');

  expect(await classifyOutdated(db.context())).toBe(1);
  const [job] = (await retrieveView(db.context(), id)).jobs;
  expect(job).toMatchObject({ state: 'queued', message: expect.stringContaining('since an update all works are classified anew') });
  await db.work(id);
  expect(await known()).toEqual(before);
  expect(await classifyOutdated(db.context())).toBe(0);
});

test('what a person asks of claims in another form meanwhile is refused in words, and nothing is done by halves', async () => {
  const before = await known();
  await asKeptYesterday();
  const ruling = { axis: 'peerReview' as const, codes: ['refereed'], workNo: 2, cause: null, standing: false, reason: 'It is.' };
  expect(await ruleAxis(db.context(), id, ruling)).toMatchObject({ ok: false, code: 'rebuilding' });
  const [{ n }] = await db.context().em.execute<[{ n: number }]>('select count(*)::int as n from ruling where review_id = ?', [id]);
  expect(n).toBe(0);
  await classifyOutdated(db.context());
  await db.work(id);
  expect(await known()).toEqual(before);
});
