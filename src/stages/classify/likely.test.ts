import type { Limiter, Sieve } from '@/core/sieve';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { Job, LikelyBasisRow, Review } from '@/platform/db/schema';
import { decideWork } from '@/stages/decide';
import { reviewState } from '@/stages/decide/store/review-state';
import { runJob } from '@/stages/run-job';
import { workDetail } from '@/stages/works/queries/work-detail';
import { writeUpData } from '@/stages/write-up/queries/data';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { ruleAxis } from './commands/rule-axis';
import { setLikely } from './commands/set-likely';
import { askLikely } from './queries/likely-view';

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const entries = [...TOLD.map(([title, abstract]) => [title, abstract] as const), ['Aprons of the east coast', ''] as const];
  await importText(db, id, 'VH', entries.map(([t, a], i) => risEntry(i + 1, t, 'PY  - 2021', ...(a ? [`AB  - ${a}`] : []))).join('\n'));
});
afterAll(() => db.close());

/** Nobody names what was done. */
const TOLD: [string, string][] = [
  ...['aprons', 'clogs', 'mittens', 'caps', 'belts', 'gaiters'].map((thing): [string, string] => [
    `Leather ${thing} and the backs of coal heavers`,
    `Names of 120 heavers were drawn from a hat; half wore the ${thing} for a month, the other half what they always wore. Pain was scored at the end by a nurse who did not know who had worn what.`,
  ]),
  ...['tunnels', 'lofts', 'quays', 'sheds', 'barns', 'cellars'].map((place): [string, string] => [
    `The price of dry feet in ${place}`,
    `What new drains in the ${place} had cost the harbour office was set against the days that heavers no longer missed. Each day gained cost eleven shillings, and in the wet years less than that.`,
  ]),
];

const designs = async (no: number) => {
  const { columns, indexOf } = await reviewState(db.context(), id);
  const i = indexOf.get(no)!;
  const codes = (mask: number) => codesOf(CODED_AXES.design.values, mask);
  return { all: codes(columns.all.design[i]!), likely: codes(columns.likely.design[i]!) };
};
const TRIALS: Limiter = {
  ...{ id: 'trials', name: 'Drawn by chance', rationale: '', whenUnknown: 'hold', on: true, evidence: 'stated-and-inferred' },
  test: { kind: 'coded', axis: 'design', allowed: ['randomised-trial', 'cluster-randomised-trial', 'crossover-randomised-trial'] },
};
async function sieve(limiter: Limiter) {
  const em = db.context().em;
  await em.nativeUpdate(Review, { id }, { sieve: [limiter] as Sieve });
}
async function classifiedAgain() {
  const job = await db.context().em.findOneOrFail(Job, { reviewId: id, kind: 'reclassify', state: 'queued' });
  await runJob(db.context(), id, job.id, false);
}

test('a likely set narrows what the claims leave, and counts only where it is chosen', async () => {
  const drawn = await designs(1);
  const priced = await designs(8);
  expect(drawn.likely.length).toBeLessThan(drawn.all.length);
  expect(drawn.likely).toContain('randomised-trial');
  expect(priced.likely).toContain('economic-evaluation');
  for (const { all, likely } of [drawn, priced]) expect(likely.filter((c) => !all.includes(c))).toEqual([]);
  const silent = await designs(13);
  expect(silent.likely).toEqual(silent.all);

  await sieve(TRIALS);
  const plain = await reviewState(db.context(), id);
  await sieve({ ...TRIALS, evidence: 'stated-inferred-and-likely' });
  const likely = await reviewState(db.context(), id);
  const fates = (s: typeof plain) => [...s.outcomes.fate];
  expect(fates(likely)).not.toEqual(fates(plain));
  // The work without a text is held as before.
  expect(fates(likely)[12]).toBe(fates(plain)[12]);
});

test('it is named where it decided: on the work, in the methods', async () => {
  const { outcomes, columns } = await reviewState(db.context(), id);
  const stopped = columns.numbers[[...outcomes.fate].indexOf(2)]!;
  const work = await workDetail(db.context(), id, stopped);
  expect(work.outcome).toContain('by what is likely');
  const { design } = work.likely;
  expect(design!.codes).toContain('economic-evaluation');
  expect(design!.words.length).toBeGreaterThan(0);
  for (const w of design!.words) expect(`${work.shown.title} ${work.shown.abstract}`).toContain(w.words);
  const data = await writeUpData(db.context(), id);
  const limiters = data.methods.find((m) => m.title === 'Limiters')!;
  const text = limiters.pieces.map((p) => (typeof p === 'string' ? p : p.n)).join('');
  expect(text).toContain('Likely values are sets that were to hold the true one in 95 % of works; its word on ');
});

test('rulings become proof, each asked of the set before it; the figures are those of this review', async () => {
  const before = await said(askLikely(db.context(), id));
  expect(before.axes.find((a) => a.axis === 'design')).toMatchObject({ of: 0, on: true });
  expect(before.usedBy).toEqual(['Drawn by chance']);
  for (const workNo of [1, 2, 3])
    await ruleAxis(db.context(), id, {
      ...{ axis: 'design', codes: ['randomised-trial'], workNo, cause: null, standing: false, reason: 'Names were drawn.' },
    });
  expect((await said(askLikely(db.context(), id))).since).toBe(3);
  await setLikely(db.context(), id, { share: 0.95 });
  await classifiedAgain();
  const after = await said(askLikely(db.context(), id));
  expect(after.since).toBe(0);
  expect(after.axes.find((a) => a.axis === 'design')).toMatchObject({ of: 3, inside: 3, on: true });
  // A work that is ruled on is an example for those like it.
  const like = await workDetail(db.context(), id, 5);
  expect(like.likely.design?.alike.map((a) => a.code)).toContain('randomised-trial');
});

test('after ten rulings more the sets are proved anew without being asked', async () => {
  const queued = () => db.context().em.count(Job, { reviewId: id, kind: 'reclassify', state: 'queued' });
  const rule = (workNo: number, codes: string[]) =>
    ruleAxis(db.context(), id, { ...{ axis: 'design', codes, workNo, cause: null, standing: false }, reason: 'Read.' });
  for (const workNo of [4, 5, 6]) await rule(workNo, ['randomised-trial']);
  for (const workNo of [7, 9, 10, 11, 12]) await rule(workNo, ['economic-evaluation']);
  await rule(4, ['randomised-trial']);
  expect(await queued()).toBe(0);
  await rule(5, ['randomised-trial']);
  expect(await queued()).toBe(1);
  await classifiedAgain();
  expect((await said(askLikely(db.context(), id))).axes.find((a) => a.axis === 'design')).toMatchObject({ of: 11, inside: 11 });
});

test('a decision is proof where it leaves one value; a ruling on the same work comes first', async () => {
  await sieve({ ...TRIALS, evidence: 'stated-inferred-and-likely' });
  const keep = (seenSeq: number) => decideWork(db.context(), id, { workNo: 8, verdict: 'keep', reasonCode: '', grounds: 'Read.', seenSeq });
  const { all } = await designs(8);
  expect(all.length).toBeGreaterThan(3);
  const proofs = async () => {
    await setLikely(db.context(), id, { share: 0.95 });
    await classifiedAgain();
    return (await said(askLikely(db.context(), id))).axes.find((a) => a.axis === 'design')!;
  };
  // Three designs are let in: a keep leaves them all.
  expect(await keep(0)).toMatchObject({ ok: true });
  expect(await proofs()).toMatchObject({ of: 11, decided: 0 });
  // One is let in: the work that was kept has it, and lies outside a set of prices.
  await sieve({ ...TRIALS, test: { ...TRIALS.test, allowed: ['randomised-trial'] } as Limiter['test'] });
  expect(await keep(1)).toMatchObject({ ok: true });
  expect(await proofs()).toMatchObject({ of: 12, decided: 1, inside: 11 });
});

test('a run of rulings outside the sets switches the axis off', async () => {
  for (const workNo of [8, 9, 10, 11, 12])
    await ruleAxis(db.context(), id, {
      ...{ axis: 'design', codes: ['case-series'], workNo, cause: null, standing: false, reason: 'Another eye.' },
    });
  await setLikely(db.context(), id, { share: 0.95 });
  await classifiedAgain();
  const design = (await said(askLikely(db.context(), id))).axes.find((a) => a.axis === 'design')!;
  expect(design).toMatchObject({ on: false, decided: 0, wouldNarrow: 0 });
  expect(design.of - design.inside).toBeGreaterThan(2);
});

test('where too few lie inside, the axis is switched off and its sets are those of the rules', async () => {
  const em = db.context().em;
  const row = await em.findOneOrFail(LikelyBasisRow, { reviewId: id });
  row.axes = { ...row.axes, design: { ...row.axes.design, inside: 1, of: 12, on: false } };
  await em.flush();
  await ruleAxis(db.context(), id, {
    ...{ axis: 'design', codes: ['economic-evaluation', 'modelling', 'cross-sectional'], workNo: 8, cause: null, standing: false },
    reason: 'Only prices are told of.',
  });
  const off = await designs(8);
  expect(off.likely).toEqual(off.all);
  expect((await said(askLikely(db.context(), id))).axes.find((a) => a.axis === 'design')!.on).toBe(false);
});
