import { Readable } from 'node:stream';
import { DEFAULT_TEMPLATES } from '@/core/grounds';
import { DEFAULT_PROFILE } from '@/core/parity';
import { NotFound, openReview } from '@/platform/context';
import { Decision, ImportFile, Job, Retrieval, SieveVersion, SourceDatabase } from '@/platform/db/schema';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { ruleAxis } from './classify/commands/rule-axis';
import { decideWork } from './decide/commands/decide';
import { decideMany } from './decide/commands/decide-many';
import { saveReasons } from './decide/commands/save-reasons';
import { saveTemplates } from './decide/commands/save-templates';
import { saveCriteria } from './question/commands/save-criteria';
import { saveSettings, settingsOf } from './question/commands/save-settings';
import { criteriaOf } from './question/store/criteria';
import { mapTerm } from './retrieve/commands/map-term';
import { receiveFile } from './retrieve/commands/receive-file';
import { saveDatabase } from './retrieve/commands/save-database';
import { MADE_ANEW, ROW_KIND_NAMES, reviewColumn } from './review/bundle/rows';
import { deleteReview } from './review/commands/delete-review';
import { saveSieve } from './sieve/commands/save-sieve';

/** What two people, or two tabs, do at the same moment: each on a connection of its own. */
let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());
beforeEach(async () => {
  ({ id } = await aReview(db.context()));
});
const ctx = () => db.context();
const times = <T>(n: number, act: (i: number) => Promise<T>) => Promise.all(Array.from({ length: n }, (_, i) => act(i)));
const criterion = (text: string, reasonCode: string) => ({
  ...{ id: crypto.randomUUID(), text, definition: '', judgedBy: 'reader' as const, reasonCode, quota: null },
});
const aDatabase = async () => {
  const made = await saveDatabase(ctx(), id, { id: null, name: 'Vellmora', tag: 'VH', profile: DEFAULT_PROFILE });
  if (!made.ok) throw new Error(made.message);
  return made.id;
};

test('terms that are mapped beside an autosave of the profile are all kept, and so is what was saved', async () => {
  const databaseId = await aDatabase();
  const seen = { name: 'Vellmora', tag: 'VH', profile: DEFAULT_PROFILE };
  const [, saved] = await Promise.all([
    times(24, (i) => mapTerm(ctx(), id, { databaseId, vocabulary: 'own', term: `term ${i}`, sets: { publicationType: ['letter'] } })),
    times(8, (i) =>
      saveDatabase(ctx(), id, { ...seen, id: databaseId, seen, profile: { ...DEFAULT_PROFILE, notes: i === 3 ? 'a quirk' : '' } }),
    ),
  ]);
  expect(saved.filter((s) => s.ok)).toHaveLength(8);
  const { profile } = await ctx().em.findOneOrFail(SourceDatabase, { reviewId: id, id: databaseId });
  expect(profile.terms.map((t) => t.term).sort()).toEqual(Array.from({ length: 24 }, (_, i) => `term ${i}`).sort());
  expect(profile.notes).toBe('a quirk');
});

test('criteria that two tabs add are both there, and neither is archived by the other', async () => {
  const answers = await times(6, (i) => saveCriteria(ctx(), id, { value: [criterion(`Criterion ${i}`, `code-${i}`)], seen: [] }));
  expect(answers.map((a) => a.ok)).toEqual(Array(6).fill(true));
  expect((await criteriaOf(ctx(), id)).map((c) => c.reasonCode).sort()).toEqual([
    'code-0',
    'code-1',
    'code-2',
    'code-3',
    'code-4',
    'code-5',
  ]);
});

test('fields of the question that two tabs change are both changed; one field changed by both is asked about', async () => {
  const seen = settingsOf(await openReview(ctx(), id));
  const [a, b] = await Promise.all([
    saveSettings(ctx(), id, { value: { ...seen, title: 'Knee mats' }, seen }),
    saveSettings(ctx(), id, { value: { ...seen, asOf: '2026-01-01' }, seen }),
  ]);
  expect([a.ok, b.ok]).toEqual([true, true]);
  expect(settingsOf(await openReview(ctx(), id))).toEqual({ ...seen, title: 'Knee mats', asOf: '2026-01-01' });
  const late = await saveSettings(ctx(), id, { value: { ...seen, title: 'Knee straps', outcome: 'falls' }, seen });
  expect(late).toMatchObject({
    ...{ ok: false, code: 'changed-meanwhile', current: { title: 'Knee mats' } },
    conflicts: [{ path: ['title'], mine: 'Knee straps', theirs: 'Knee mats' }],
  });
  expect((await openReview(ctx(), id)).outcome).toBe(seen.outcome);
});

test('reasons and templates, the same', async () => {
  const reason = (code: string) => ({ code, text: code, definition: '' });
  await times(4, (i) => saveReasons(ctx(), id, { value: [reason(`r${i}`)], seen: [] }));
  const { value } = (await saveReasons(ctx(), id, { value: [], seen: [] })) as { value: { code: string }[] };
  expect(value.map((r) => r.code).sort()).toEqual(['r0', 'r1', 'r2', 'r3']);
  const seen = DEFAULT_TEMPLATES;
  await Promise.all([
    saveTemplates(ctx(), id, { value: { ...seen, keep: 'Kept: {publication type}' }, seen }),
    saveTemplates(ctx(), id, { value: { ...seen, exclude: 'Out: {reason}' }, seen }),
  ]);
  expect((await openReview(ctx(), id)).templates).toMatchObject({ keep: 'Kept: {publication type}', exclude: 'Out: {reason}' });
});

test('the same file sent four times at once is taken once, into one retrieval', async () => {
  const databaseId = await aDatabase();
  const body = [1, 2, 3].map((n) => risEntry(n, `Mats ${n}`)).join('\n');
  const answers = await times(4, () => receiveFile(ctx(), id, { databaseId }, 'mats.ris', Readable.from([Buffer.from(body)])));
  expect(answers.map((a) => (a.ok ? 'taken' : a.code)).sort()).toEqual(['same-file', 'same-file', 'same-file', 'taken']);
  await db.work(id);
  expect(await ctx().em.count(Retrieval, { reviewId: id })).toBe(1);
  expect(await ctx().em.find(ImportFile, { reviewId: id })).toMatchObject([{ state: 'imported', parsed: 3 }]);
});

test('one work decided by several at once: one is taken, the others are told', async () => {
  await importText(db, id, 'VH', [1, 2, 3].map((n) => risEntry(n, `Mats ${n}`)).join('\n'));
  const answers = await times(
    6,
    async (i): Promise<{ ok: boolean; decided?: number }> =>
      i % 2
        ? decideMany(ctx(), id, {
            works: [{ workNo: 1, seenSeq: 0 }],
            stage: 'title-abstract',
            verdict: 'keep',
            reasonCode: '',
            grounds: '',
          })
        : decideWork(ctx(), id, { workNo: 1, verdict: 'keep', reasonCode: '', grounds: '', seenSeq: 0 }),
  );
  expect(answers.filter((a) => a.ok && a.decided !== 0)).toHaveLength(1);
  expect(await ctx().em.count(Decision, { reviewId: id, workNo: 1 })).toBe(1);
});

test('the version that a decision names is the sieve it was judged by, however the sieve changes meanwhile', async () => {
  await importText(db, id, 'VH', Array.from({ length: 8 }, (_, n) => risEntry(n + 1, `Mats ${n}`, 'PY  - 2021')).join('\n'));
  const limiter = (years: number) => ({
    ...{ id: 'recent', name: `Last ${years}`, evidence: 'stated' as const, whenUnknown: 'hold' as const, rationale: '', on: true },
    test: { kind: 'recency' as const, date: 'earliest' as const, window: { count: 'calendar-years' as const, years } },
  });
  await Promise.all([
    times(8, (i) => decideWork(ctx(), id, { workNo: i + 1, verdict: 'wait', reasonCode: '', grounds: '', seenSeq: 0 })),
    (async () => {
      for (let edit = 0; edit < 12; edit++) await saveSieve(ctx(), id, { sieve: [limiter(edit + 1)], seenEdit: edit });
    })(),
  ]);
  const versions = new Map((await ctx().em.find(SieveVersion, { reviewId: id })).map((v) => [v.number, v]));
  const decisions = await ctx().em.find(Decision, { reviewId: id });
  expect(decisions).toHaveLength(8);
  // Under a window of five calendar years or more a work of 2021 came through, under a shorter one it was stopped.
  for (const d of decisions) {
    const [first] = versions.get(d.sieveVersion)!.limiters;
    const years = first?.test.kind === 'recency' && 'years' in first.test.window ? first.test.window.years : null;
    expect([years, d.snapshot.limiters?.fate]).toEqual([years, years === null || years >= 5 ? 'through' : 'stopped']);
  }
});

test('rulings at once each get a number of their own, and all of them count', async () => {
  await importText(db, id, 'VH', [1, 2, 3, 4].map((n) => risEntry(n, `Mats ${n}`)).join('\n'));
  const input = { axis: 'peerReview' as const, codes: ['refereed'], cause: null, standing: false, reason: 'Known.' };
  const answers = await times(4, (i) => ruleAxis(ctx(), id, { ...input, workNo: i + 1 }));
  expect(answers.map((a) => a.ok && a.seq).sort()).toEqual([1, 2, 3, 4]);
  await db.work(id);
  const [{ n }] = await ctx().em.execute<[{ n: number }]>(
    `select count(*)::int as n from work where review_id = ? and axes->'peerReview'->>'tier' = 'ruled'`,
    [id],
  );
  expect(n).toBe(4);
});

test('a review that is deleted beside people at work in it leaves nothing behind, and they are told that it is gone', async () => {
  await importText(db, id, 'VH', Array.from({ length: 12 }, (_, n) => risEntry(n + 1, `Mats ${n}`)).join('\n'));
  const databaseId = (await ctx().em.findOneOrFail(SourceDatabase, { reviewId: id })).id;
  const settled = await Promise.allSettled([
    ...Array.from({ length: 12 }, (_, i) =>
      decideWork(ctx(), id, { workNo: i + 1, verdict: 'keep', reasonCode: '', grounds: '', seenSeq: 0 }),
    ),
    deleteReview(ctx(), id, { title: 'Knee pads' }),
    ...Array.from({ length: 4 }, (_, i) =>
      receiveFile(ctx(), id, { databaseId }, 'x.ris', Readable.from([Buffer.from(risEntry(1, `Straps ${i}`))])),
    ),
    ruleAxis(ctx(), id, { axis: 'peerReview', codes: ['refereed'], cause: null, standing: false, reason: 'Known.', workNo: 2 }),
    saveCriteria(ctx(), id, { value: [criterion('Tilers', 'people')], seen: [] }),
  ]);
  for (const s of settled) if (s.status === 'rejected') expect(s.reason).toBeInstanceOf(NotFound);
  // It may have been refused because a job had begun; then it is still whole, and can be deleted.
  await db.work(id);
  const again = await deleteReview(ctx(), id, { title: 'Knee pads' }).catch((error: unknown) => error);
  expect(again instanceof NotFound || (again as { ok: boolean }).ok).toBe(true);
  for (const table of [...ROW_KIND_NAMES, ...MADE_ANEW, 'brought_field'])
    expect([table, await ctx().em.execute(`select count(*)::int as n from "${table}" where ${reviewColumn(table)} = ?`, [id])]).toEqual([
      table,
      [{ n: 0 }],
    ]);
  expect(await ctx().em.count(Job, { reviewId: id })).toBe(0);
});
