import { SCHEMES } from '@/core/classify';
import { MASK_AXES, type MaskAxis } from '@/core/sieve';
import { ColumnsPatch, Job, Review, Work } from '@/platform/db/schema';
import { reviewState } from '@/stages/decide/store/review-state';
import { saveSettings } from '@/stages/question/commands/save-settings';
import { mapTerm } from '@/stages/retrieve/commands/map-term';
import { workDetail } from '@/stages/works/queries/work-detail';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { copyScheme } from './commands/copy-scheme';
import { dropVenue } from './commands/drop-venue';
import { importVenues } from './commands/import-venues';
import { type RuleAxis, ruleAxis } from './commands/rule-axis';
import { saveScheme } from './commands/save-scheme';
import { saveVenue } from './commands/save-venue';
import { undoRuling } from './commands/undo-ruling';
import { mergeAndClassify } from './jobs/merge-and-classify';
import { reclassifyReview } from './jobs/reclassify';
import { rulingLines } from './queries/axis-rulings-view';
import { classifyView } from './queries/classify-view';
import { previewRuling } from './queries/preview-ruling';
import { previewVenues } from './queries/preview-venues';
import { schemesOf } from './store/schemes';
import { venueGaps, venuesOf } from './store/venues';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const entry = (n: number, ...more: string[]) =>
  [
    'TY  - JOUR',
    `AN  - A${n}`,
    `TI  - Floor ${n} of the northern tower and its coverings`,
    `AU  - Falk, Iben${n}`,
    'PY  - 2021',
    'T2  - Annals of Floors',
    'SN  - 9990-1048',
    'VL  - 3',
    `SP  - ${n}12`,
    ...more,
    'ER  - ',
    '',
  ].join('\n');
const medline = (n: number, type: string) =>
  [
    `PMID- 9900${n}`,
    `TI  - Floor ${n} of the northern tower and its coverings.`,
    `FAU - Falk, Iben${n}`,
    'DP  - 2021',
    'JT  - Annals of Floors',
    'IS  - 9990-1048 (Print)',
    'VI  - 3',
    `PG  - ${n}12`,
    `PT  - ${type}`,
    '',
  ].join('\n');

const axis = async (id: string, no: number, name: MaskAxis) => (await db.context().em.findOneOrFail(Work, { reviewId: id, no })).axes[name];
/** What the columns hold for a work, beside what its row says: they must agree. */
async function masks(id: string) {
  const { columns } = await reviewState(db.context(), id);
  return Object.fromEntries(
    Array.from(columns.numbers, (no, i) => [no, [columns.conflicts[i], ...MASK_AXES.map((a) => columns.all[a][i])]]),
  );
}
const ruled = async (id: string, input: Partial<RuleAxis>) => {
  const answer = await ruleAxis(db.context(), id, {
    axis: 'publicationType',
    codes: ['editorial'],
    workNo: null,
    cause: null,
    standing: false,
    reason: 'It is signed by the editors.',
    ...input,
  });
  if (!answer.ok) throw new Error(answer.message);
  return answer;
};

test('a ruling on one work shows at once, in its row, its detail and the columns, and can be taken back', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entry(1) + entry(2));
  const before = await masks(id);
  const { revision, later, seq } = await ruled(id, { workNo: 1 });
  expect([revision, later]).toEqual([2, false]);
  expect(await axis(id, 1, 'publicationType')).toMatchObject({ codes: ['editorial'], status: 'settled', tier: 'ruled' });
  const detail = await workDetail(db.context(), id, 1);
  expect(detail.classification.claims.find((c) => c.tier === 'ruled')).toMatchObject({ quote: 'It is signed by the editors.' });
  expect((await masks(id))[2]).toEqual(before[2]);
  expect((await masks(id))[1]).not.toEqual(before[1]);
  // A job from the beginning comes to the same.
  const patched = await masks(id);
  await mergeAndClassify(db.context(), id, { step: async () => {}, write: async () => {} } as never);
  expect(await masks(id)).toEqual(patched);

  expect(await undoRuling(db.context(), id, { seq })).toMatchObject({ ok: true, later: false });
  expect(await masks(id)).toEqual(before);
  expect(await undoRuling(db.context(), id, { seq })).toMatchObject({ ok: false, code: 'not-standing' });
  expect(await rulingLines(db.context(), id)).toMatchObject([
    { seq: 1, values: ['Editorial'], reach: 'one', undone: { person: 'A. Reader' } },
  ]);
});

test('rulings are never changed: the database refuses', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entry(1));
  await ruled(id, { workNo: 1 });
  await expect(db.context().em.execute('update ruling set reason = ? where review_id = ?', ['', id])).rejects.toThrow(/never changed/);
});

test('a ruling on a journal covers its works; a standing one those that come later; a single one comes before it', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entry(1) + entry(2));
  const cause = { kind: 'journal' as const, key: 'annals of floors', label: 'Annals of Floors' };
  const preview = await previewRuling(db.context(), id, { axis: 'sourceType', codes: ['trade-journal'], on: cause });
  expect(preview).toMatchObject({ ok: true, works: 2, judged: 2 });
  expect((preview as { changes: unknown[] }).changes).toContainEqual(
    expect.objectContaining({ axis: 'sourceType', to: ['trade-journal'], works: 2 }),
  );

  const standing = await ruled(id, { axis: 'sourceType', codes: ['trade-journal'], cause, standing: true });
  await ruled(id, { axis: 'sourceType', codes: ['magazine'], workNo: 2 });
  await importText(db, id, 'OF', entry(3));
  expect(await Promise.all([1, 2, 3].map(async (n) => (await axis(id, n, 'sourceType')).codes))).toEqual([
    ['trade-journal'],
    ['magazine'],
    ['trade-journal'],
  ]);
  expect((await axis(id, 3, 'peerReview')).codes).toEqual(['not-refereed']);
  await undoRuling(db.context(), id, { seq: standing.seq });
  expect((await axis(id, 3, 'sourceType')).codes).not.toEqual(['trade-journal']);
});

test('works in which the same claims contradict each other are one dispute, and one ruling settles them', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'TW', [1, 2].map((n) => medline(n, 'Editorial')).join('\n'));
  await importText(db, id, 'OF', [1, 2].map((n) => medline(n, 'Randomized Controlled Trial')).join('\n'));
  const { disputes } = await classifyView(db.context(), id);
  const dispute = disputes.find((d) => d.axis === 'publicationType')!;
  expect(dispute).toMatchObject({ kind: 'conflict', works: 2, label: 'OF’s “Randomized Controlled Trial” against TW’s “Editorial”' });
  await ruled(id, { codes: ['research-article'], cause: { kind: 'claims', key: dispute.key, label: dispute.label } });
  expect((await axis(id, 1, 'publicationType')).codes).toEqual(['research-article']);
  const patched = await masks(id);
  await mergeAndClassify(db.context(), id, { step: async () => {}, write: async () => {} } as never);
  expect(await masks(id)).toEqual(patched);
  expect(patched[1]![0]! & (1 << MASK_AXES.indexOf('publicationType'))).toBe(0);
  expect((await classifyView(db.context(), id)).disputes.filter((d) => d.axis === 'publicationType' && d.kind === 'conflict')).toEqual([]);
});

test('a ruling while a job has the review waits for it', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entry(1));
  await db.context().em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${id}`]);
    expect(await ruled(id, { workNo: 1 })).toMatchObject({ later: true });
  });
  expect((await axis(id, 1, 'publicationType')).tier).not.toBe('ruled');
  await db.work(id);
  expect((await axis(id, 1, 'publicationType')).tier).toBe('ruled');
});

test('a level is moved with a reason, and sleeps when the scheme has other levels', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entry(1));
  await ruled(id, { axis: 'level', codes: ['3'], workNo: 1, reason: 'Imprecise: eleven people.' });
  expect(await axis(id, 1, 'level')).toMatchObject({ codes: ['3'], tier: 'ruled' });
  expect(
    await ruleAxis(db.context(), id, { axis: 'level', codes: ['VII'], workNo: 1, cause: null, standing: false, reason: 'x' }),
  ).toMatchObject({ ok: false, code: 'unknown-code' });
  const review = await db.context().em.findOneOrFail(Review, { id });
  const { title, question, population, intervention, comparison, outcome, asOf, person } = review;
  await saveSettings(db.context(), id, {
    value: {
      title,
      question,
      population,
      intervention,
      comparison,
      outcome,
      asOf,
      person,
      kind: 'any',
      scheme: 'primary-secondary',
    },
  });
  await db.work(id);
  expect((await axis(id, 1, 'level')).tier).not.toBe('ruled');
});

test('a register: what it would change is told, then it settles peer review by its years, and a row can go', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entry(1, 'AB  - Forty floors were randomly allocated to felt or cork. Noise was measured for a year.'));
  expect(await venueGaps(db.context(), id)).toEqual([{ title: 'Annals of Floors', issns: ['9990-1048'], works: 1, open: 1 }]);
  const text =
    'issn,title,kind,refereed,from\n9990-1048,Annals of Floors,scholarly-journal,yes,2010\n9990-1049,Bad Number,scholarly-journal,yes,\n';
  const preview = await previewVenues(db.context(), id, { text });
  expect(preview).toMatchObject({
    ok: true,
    preview: { entries: 2, records: 1, journals: 1, same: 0, problems: [{ line: 3, column: 'issn' }] },
  });
  expect(await venuesOf(db.context().em, id)).toEqual([]);
  await importVenues(db.context(), id, { text });
  await db.work(id);
  expect((await axis(id, 1, 'peerReview')).codes).toEqual(['refereed']);
  expect(await venueGaps(db.context(), id)).toEqual([]);
  const [first] = await venuesOf(db.context().em, id);
  await saveVenue(db.context(), id, {
    before: 'journal|9990-1048|2010',
    entry: { ...(first as { type: 'journal' }), from: 2022 } as never,
  });
  await db.work(id);
  expect((await axis(id, 1, 'peerReview')).codes).toEqual(['refereed', 'not-refereed']);
  await dropVenue(db.context(), id, { key: 'journal|9990-1048|2022' });
  expect((await venuesOf(db.context().em, id)).map((e) => (e.type === 'journal' ? e.title : e.name))).toEqual(['Bad Number']);
  expect(await dropVenue(db.context(), id, { key: 'journal|9990-1048|2022' })).toMatchObject({ ok: false });
});

test('a copied scheme can be changed, and the review follows; two edits do not overwrite each other', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', entry(1, 'AB  - Forty floors were randomly allocated to felt or cork. Noise was measured for a year.'));
  const copied = await copyScheme(db.context(), id, { from: 'ocebm-2011', label: 'Ours' });
  if (!copied.ok) throw new Error(copied.message);
  expect(await copyScheme(db.context(), id, { from: 'ocebm-2011', label: 'ours' })).toMatchObject({ ok: false, code: 'name-taken' });
  const { title, question, population, intervention, comparison, outcome, asOf, person, kind } = await db
    .context()
    .em.findOneOrFail(Review, { id });
  await saveSettings(db.context(), id, {
    value: {
      title,
      question,
      population,
      intervention,
      comparison,
      outcome,
      asOf,
      person,
      kind,
      scheme: copied.id,
    },
  });
  await db.work(id);
  expect((await axis(id, 1, 'level')).codes).toEqual(['2']);
  const own = (await schemesOf(db.context(), id)).find((s) => s.scheme.id === copied.id)!;
  const column = own.scheme.kinds['treatment-benefit']!;
  const trials = { 'randomised-trial': ['3'], 'cluster-randomised-trial': ['3'], 'crossover-randomised-trial': ['3'] };
  const scheme = {
    ...own.scheme,
    kinds: { ...own.scheme.kinds, 'treatment-benefit': { ...column, table: { ...column.table, ...trials } } },
  };
  expect(await saveScheme(db.context(), id, { scheme: scheme as never, seenEdit: 0 })).toMatchObject({ ok: true, edit: 1 });
  expect(await saveScheme(db.context(), id, { scheme: scheme as never, seenEdit: 0 })).toMatchObject({
    ok: false,
    code: 'changed-meanwhile',
  });
  await db.work(id);
  expect((await axis(id, 1, 'level')).codes).toEqual(['3']);
  expect(await saveScheme(db.context(), id, { scheme: SCHEMES['ocebm-2011'] as never, seenEdit: 0 })).toMatchObject({
    ok: false,
    code: 'no-scheme',
  });
});

test('a mapped term reclassifies without merging again', async () => {
  const { id } = await aReview(db.context());
  const { databaseId } = await importText(db, id, 'BC', entry(1, 'M3  - Aufsatz'));
  await mapTerm(db.context(), id, { databaseId, vocabulary: 'own', term: 'Aufsatz', sets: { publicationType: ['editorial'] } });
  expect((await db.context().em.find(Job, { reviewId: id, state: 'queued' })).map((j) => j.kind)).toEqual(['reclassify']);
  await db.work(id);
  expect(await axis(id, 1, 'publicationType')).toMatchObject({ codes: ['editorial'], tier: 'asserted' });
});

test('a changed map derives claims again only for records that carry the term', async () => {
  const { id } = await aReview(db.context());
  const { databaseId } = await importText(db, id, 'BC', entry(1, 'M3  - Aufsatz') + entry(2));
  const sets = async () =>
    Object.fromEntries(
      (
        await db
          .context()
          .em.execute<{ record_no: number; rule_set: string }[]>('select record_no, rule_set from record_claims where review_id = ?', [id])
      ).map((r) => [r.record_no, r.rule_set]),
    );
  const before = await sets();
  await mapTerm(db.context(), id, { databaseId, vocabulary: 'own', term: 'Aufsatz', sets: { publicationType: ['editorial'] } });
  await db.work(id);
  const after = await sets();
  expect([after[1] === before[1], after[2] === before[2]]).toEqual([false, true]);
  expect((await axis(id, 2, 'publicationType')).codes).not.toEqual(['editorial']);
});

test('many rulings are folded into the columns, and what is read is what classifying everything again would write', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'BC', entry(1) + entry(2) + entry(3));
  const patches = async () => db.context().em.count(ColumnsPatch, { reviewId: id });
  for (let k = 0; k < 3; k++) await ruled(id, { workNo: 1 + k, codes: ['editorial'] });
  expect(await patches()).toBe(3);
  const patched = await masks(id);
  for (let k = 0; k < 70; k++) await ruled(id, { workNo: 2, codes: [k % 2 ? 'editorial' : 'letter'] });
  expect(await patches()).toBeLessThan(64);
  expect(await masks(id)).toEqual(patched);
  await reclassifyReview(db.context(), id, { step: async () => {}, write: async () => {} });
  expect(await patches()).toBe(0);
  expect(await masks(id)).toEqual(patched);
});
