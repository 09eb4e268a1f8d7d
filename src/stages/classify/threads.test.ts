import { createHash } from 'node:crypto';
import { FLAGS, type Flag } from '@/core/classify';
import { writeRis } from '@/core/formats';
import { encodeColumns } from '@/core/storage';
import { ImportFile, SourceDatabase } from '@/platform/db/schema';
import { endThreads, labourFor } from '@/platform/threads/labour';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { fieldRecords } from '@/testing/field-records';
import { reclassifyReview } from './jobs/reclassify';
import { storedAlone } from './store/records-alone';
import { storedColumns } from './store/stored-columns';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
const NAMES = ['NARROW_SIEVE_THREADS', 'NARROW_SIEVE_THREADS_FROM'];
const told = NAMES.map((name) => process.env[name]);
afterAll(async () => {
  NAMES.forEach((name, i) => {
    if (told[i] === undefined) delete process.env[name];
    else process.env[name] = told[i];
  });
  await endThreads();
  await db.close();
});

const RECORDS = 800;
/** Every fortieth has a notice beside it. */
const NOTICES = RECORDS / 40;
const LANGUAGES =
  'en fr de es it pt nl sv no da fi is pl cs sk hu ro bg el tr ru uk sr hr sl et lv lt ga cy mt ca eu gl ar he fa hi zh ja'.split(' ');

/** Real-looking records of many fields, over and over under other titles, in forty languages: more than have a bit of their own. Some are retracted. */
async function manyRecords(): Promise<string> {
  const records = (await fieldRecords()).map((f) => f.record);
  const entries: string[] = [];
  for (let n = 0; n < RECORDS; n++) {
    const record = records[n % records.length]!;
    const title = `${record.title} ${['oak', 'elm', 'ash', 'yew'][n % 4]}${n}`;
    entries.push(writeRis({ ...record, title, doi: `10.5555/t.${n}`, pmid: '', languages: [LANGUAGES[n % LANGUAGES.length]!] }));
    if (n % 40 === 0) entries.push(writeRis({ ...record, title: `Retraction: ${title}`, doi: `10.5555/r.${n}`, pmid: '', abstract: '' }));
  }
  return entries.join('\n');
}

const digest = (...parts: (string | Uint8Array)[]): string => {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(part);
  return hash.digest('hex');
};

/** Everything that a classification stores, but for what a review's own ids are in. */
async function stored(reviewId: string) {
  const em = db.context().em;
  const columns = (await storedColumns(em as never, reviewId))!.columns;
  const alone = (await storedAlone(em as never, reviewId))!;
  const text = async (sql: string) => digest(((await em.execute(sql, [reviewId])) as { line: string }[]).map((r) => r.line).join('\n'));
  const flagged = await em.execute<{ no: number; flags: Flag[] }[]>('select no, flags from work where review_id = ? order by no', [
    reviewId,
  ]);
  expect(flagged.map(({ no, flags }) => [no, flags])).toEqual(
    Array.from(columns.numbers, (no, i) => [no, FLAGS.filter((_, bit) => (columns.flags[i]! >>> bit) & 1)]),
  );
  return {
    retracted: flagged.filter((w) => w.flags.includes('retracted')).length,
    columns: digest(encodeColumns({ ...columns, databases: [] })),
    alone: [...alone.byRetrieval.values()]
      .map((a) => digest(encodeColumns({ ...a.records, databases: [] }), new Uint8Array(a.works.buffer)))
      .sort(),
    languages: columns.facets.language.values.length,
    works: await text(`select (to_jsonb(w) - 'review_id')::text as line from work w where review_id = ? order by no`),
    claims: await text(
      `select record_no || rule_set || doc::text || unmapped::text || terms::text as line from record_claims where review_id = ? order by record_no`,
    ),
    keys: await text('select record_no || doc::text as line from merge_key where review_id = ? order by record_no'),
  };
}

test('what is read, merged and classified is the same by threads as without any', async () => {
  const text = await manyRecords();
  const outcomes = [];
  for (const threads of ['0', '3']) {
    process.env.NARROW_SIEVE_THREADS = threads;
    process.env.NARROW_SIEVE_THREADS_FROM = '100';
    const { id } = await aReview(db.context());
    const { databaseId, fileId } = await importText(db, id, 'AA', text);
    await importText(db, id, 'BB', text.slice(0, text.length / 20), true);
    const file = await db.context().em.findOneOrFail(ImportFile, { reviewId: id, id: fileId });
    expect(file.parsed).toBe(RECORDS + NOTICES);
    // The first file is long enough for threads: else nothing is compared.
    expect(labourFor(file.bytes / 1500).width).toBe(Number(threads) + 1);
    const first = await stored(id);
    const database = await db.context().em.findOneOrFail(SourceDatabase, { reviewId: id, id: databaseId });
    await db
      .context()
      .em.nativeUpdate(SourceDatabase, { reviewId: id, id: databaseId }, { profile: { ...database.profile, allJournalsRefereed: true } });
    await reclassifyReview(db.context(), id, { step: async () => {}, write: async () => {} } as never);
    const again = await stored(id);
    expect(again.columns).not.toBe(first.columns);
    outcomes.push({ first, again });
  }
  expect(outcomes[1]).toEqual(outcomes[0]);
  expect(outcomes[0]!.first.languages).toBe(32);
  expect(outcomes[0]!.first.retracted).toBeGreaterThan(NOTICES / 2);
});
