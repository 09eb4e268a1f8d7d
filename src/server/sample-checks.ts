import { z } from 'zod';
import { type Agreement, agreementOf, drawSample, plannedSize, type SpotResult, type Stratum, spotResult } from '@/core/checks';
import { HELD, LEFT } from '@/core/sieve';
import { SampleCheck, SampleVerdict } from '@/db/schema';
import { type Context, NotFound, openReview, type Result, refuse } from './context';
import { nextSeq } from './next-seq';
import { titlesOf } from './precedents';
import { type ReviewState, reviewState } from './review-state';
import { freezeSieve } from './save-sieve';

/** A small seeded generator of numbers in [0, 1): mulberry32. */
function seededBy(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** What can be drawn from: works that the sieve stopped and nobody decided, by the limiter that stopped them first. */
function stoppedStrata({ review, states, outcomes, columns }: ReviewState): (Stratum & { name: string })[] {
  const strata = review.sieve.map((l) => ({ limiter: l.id, name: l.name, works: [] as number[] }));
  columns.numbers.forEach((no, i) => {
    if (states[i] === 'stopped') strata[outcomes.by[i]!]?.works.push(no);
  });
  return strata.filter((s) => s.works.length > 0);
}
/** Works that were kept or excluded on title and abstract. */
const ownStrata = ({ staged, indexOf }: ReviewState): (Stratum & { name: string })[] => {
  const works = [...staged].flatMap(([no, { screening }]) =>
    indexOf.has(no) && (screening?.verdict === 'keep' || screening?.verdict === 'exclude') ? [no] : [],
  );
  return works.length ? [{ limiter: '', name: 'decisions', works: works.sort((a, b) => a - b) }] : [];
};

export const PlanSample = z.strictObject({ kind: z.enum(['stopped', 'own']), share: z.number().min(0.001).max(0.5) });

/** How many there are to draw from, and how many must be judged so that none found would show what is wanted. */
export async function planSample(
  ctx: Context,
  reviewId: string,
  { kind, share }: z.infer<typeof PlanSample>,
): Promise<Result<{ size: number; needed: number }>> {
  const state = await reviewState(ctx, reviewId);
  const size = (kind === 'stopped' ? stoppedStrata(state) : ownStrata(state)).reduce((n, s) => n + s.works.length, 0);
  return { ok: true, size, needed: plannedSize(size, share) };
}

export const DrawSample = z.strictObject({
  kind: z.enum(['stopped', 'own']),
  size: z.int().min(1, 'Draw one at least.').max(5000),
  seed: z.int().min(1).max(999_999),
  /** One sample of all, when one figure is wanted; else its share of each limiter. */
  simple: z.boolean(),
});

/** Draws a sample by lot and keeps it, with the version of the sieve that it is of. */
export async function drawCheck(ctx: Context, reviewId: string, input: z.infer<typeof DrawSample>): Promise<Result<{ no: number }>> {
  const state = await reviewState(ctx, reviewId);
  const strata = input.kind === 'stopped' ? stoppedStrata(state) : ownStrata(state);
  if (strata.length === 0)
    return refuse(
      'nothing',
      input.kind === 'stopped' ? 'The sieve stops nothing, so there is nothing to check.' : 'Nothing is decided yet.',
    );
  const whole = { limiter: 'all', name: 'all that the sieve stopped', works: strata.flatMap((s) => s.works).sort((a, b) => a - b) };
  const from = input.simple && input.kind === 'stopped' ? [whole] : strata;
  const drawn = drawSample(from, input.size, seededBy(input.seed));
  const sieveVersion = await freezeSieve(ctx, reviewId, 'Saved with a check that was drawn under it.');
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`sample:${reviewId}`]);
    const no = (await tx.count(SampleCheck, { reviewId })) + 1;
    tx.create(SampleCheck, {
      ...{ reviewId, no, kind: input.kind, seed: input.seed, sieveVersion, person: state.review.person, at: ctx.now() },
      strata: drawn.map((d) => ({ ...d, name: from.find((s) => s.limiter === d.limiter)!.name })),
    });
    await tx.flush();
    return { ok: true, no };
  });
}

export const JudgeSample = z.strictObject({
  check: z.int().positive(),
  workNo: z.int().positive(),
  verdict: z.enum(['relevant', 'not-relevant', 'unsure']),
  note: z.string().trim().max(2000),
});

/** Says of a work of a sample whether it should be read on. */
export async function judgeSample(ctx: Context, reviewId: string, input: z.infer<typeof JudgeSample>): Promise<Result<object>> {
  const review = await openReview(ctx, reviewId);
  const check = await ctx.em.findOne(SampleCheck, { reviewId, no: input.check });
  if (!check?.strata.some((s) => s.works.includes(input.workNo))) return refuse('not-drawn', 'This work is not in that sample.');
  return ctx.em.transactional(async (tx) => {
    const seq = await nextSeq(tx, 'sample_verdict', reviewId);
    const { check: checkNo, ...rest } = input;
    tx.create(SampleVerdict, { reviewId, seq, checkNo, ...rest, person: review.person, at: ctx.now() });
    await tx.flush();
    return { ok: true };
  });
}

/** The latest verdict on every work of a sample. */
async function verdictsOn(ctx: Context, reviewId: string, checkNo: number): Promise<Map<number, SampleVerdict>> {
  const rows = await ctx.em.find(SampleVerdict, { reviewId, checkNo }, { orderBy: { seq: 'asc' } });
  return new Map(rows.map((r) => [r.workNo, r]));
}

/** A sample as it is judged: its works mixed, so that their place tells nothing, and what was said of each so far. */
export async function sampleToJudge(ctx: Context, reviewId: string, no: number) {
  await openReview(ctx, reviewId);
  const check = await ctx.em.findOne(SampleCheck, { reviewId, no });
  if (!check) throw new NotFound('There is no such check.');
  const verdicts = await verdictsOn(ctx, reviewId, no);
  const next = seededBy(check.seed + 1);
  const works = check.strata.flatMap((s) => s.works).map((work) => ({ work, at: next() })); // prettier-ignore
  works.sort((a, b) => a.at - b.at || a.work - b.work);
  return {
    ...{ no, kind: check.kind, at: check.at.toISOString(), sieveVersion: check.sieveVersion },
    works: works.map(({ work }) => ({ no: work, verdict: verdicts.get(work)?.verdict ?? null })),
  };
}
export type SampleToJudge = Awaited<ReturnType<typeof sampleToJudge>>;

export interface WronglyStopped {
  no: number;
  title: string;
  note: string;
  /** Limiters that stop it now, which would have to say otherwise; none when it is not stopped any more. */
  limiters: { id: string; name: string }[];
}
export interface SpotLine {
  no: number;
  at: string;
  person: string;
  seed: number;
  sieveVersion: number;
  drawn: number;
  unsure: number;
  result: SpotResult;
  names: Record<string, string>;
  wrong: WronglyStopped[];
}
export interface OwnLine {
  no: number;
  at: string;
  person: string;
  seed: number;
  drawn: number;
  judged: number;
  /** Rows: what was decided; columns: what was said again; kept first. */
  table: number[][];
  agreement: Agreement;
  differences: { no: number; title: string; decided: 'keep' | 'exclude'; again: 'keep' | 'exclude' }[];
}

/** The checks that were drawn, newest first, with what they say. */
export async function samplesView(
  ctx: Context,
  reviewId: string,
): Promise<{ stopped: number; decided: number; spots: SpotLine[]; own: OwnLine[] }> {
  const state = await reviewState(ctx, reviewId);
  const checks = await ctx.em.find(SampleCheck, { reviewId }, { orderBy: { no: 'desc' } });
  const spots: SpotLine[] = [];
  const own: OwnLine[] = [];
  for (const check of checks) {
    const verdicts = await verdictsOn(ctx, reviewId, check.no);
    if (check.kind === 'stopped') spots.push(await spotLine(ctx, state, check, verdicts));
    else own.push(await ownLine(ctx, state, check, verdicts));
  }
  const size = (strata: readonly Stratum[]) => strata.reduce((n, s) => n + s.works.length, 0);
  return { stopped: size(stoppedStrata(state)), decided: size(ownStrata(state)), spots, own };
}

async function spotLine(ctx: Context, state: ReviewState, check: SampleCheck, verdicts: Map<number, SampleVerdict>): Promise<SpotLine> {
  const judged = (no: number) => verdicts.get(no)?.verdict;
  const strata = check.strata.map((s) => ({
    ...{ limiter: s.limiter, size: s.size },
    judged: s.works.filter((no) => judged(no) === 'relevant' || judged(no) === 'not-relevant').length,
    wrong: s.works.filter((no) => judged(no) === 'relevant').length,
  }));
  const wrong = check.strata.flatMap((s) => s.works).filter((no) => judged(no) === 'relevant'); // prettier-ignore
  const titles = await titlesOf(ctx, state.review.id, wrong);
  return {
    ...{ no: check.no, at: check.at.toISOString(), person: check.person, seed: check.seed, sieveVersion: check.sieveVersion },
    drawn: check.strata.reduce((n, s) => n + s.works.length, 0),
    unsure: [...verdicts.values()].filter((v) => v.verdict === 'unsure').length,
    result: spotResult(strata),
    names: Object.fromEntries(check.strata.map((s) => [s.limiter, s.name])),
    wrong: wrong.map((no) => {
      const index = state.indexOf.get(no);
      const stops = index === undefined || [LEFT, HELD].includes(state.outcomes.fate[index]! as never) ? 0 : state.run.stops[index]!;
      const limiters = state.review.sieve.filter((_, k) => (stops >>> k) & 1).map(({ id, name }) => ({ id, name }));
      return { no, title: titles.get(no) ?? '', note: verdicts.get(no)?.note ?? '', limiters };
    }),
  };
}

async function ownLine(ctx: Context, state: ReviewState, check: SampleCheck, verdicts: Map<number, SampleVerdict>): Promise<OwnLine> {
  const works = check.strata.flatMap((s) => s.works);
  const table = [
    [0, 0],
    [0, 0],
  ];
  const differing: OwnLine['differences'] = [];
  for (const no of works) {
    const again = verdicts.get(no)?.verdict;
    const decided = state.staged.get(no)?.screening?.verdict;
    if ((again !== 'relevant' && again !== 'not-relevant') || (decided !== 'keep' && decided !== 'exclude')) continue;
    table[decided === 'keep' ? 0 : 1]![again === 'relevant' ? 0 : 1]!++;
    const said = again === 'relevant' ? 'keep' : 'exclude';
    if (said !== decided) differing.push({ no, title: '', decided, again: said });
  }
  const titles = await titlesOf(
    ctx,
    state.review.id,
    differing.map((d) => d.no),
  );
  return {
    ...{ no: check.no, at: check.at.toISOString(), person: check.person, seed: check.seed, drawn: works.length, table },
    judged: table.flat().reduce((a, b) => a + b, 0),
    agreement: agreementOf(table),
    differences: differing.map((d) => ({ ...d, title: titles.get(d.no) ?? '' })),
  };
}
