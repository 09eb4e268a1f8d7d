import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { drawn, drawSample, SAMPLE_DESIGNS, type Stratum, seeded } from '@/core/checks';
import { isoToDay } from '@/core/record';
import { limiterWords } from '@/core/sieve';
import { SampleCheck, type SampleStratum, SampleVerdict } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from '../context';
import { nextSeq } from '../next-seq';
import { type ReviewState, reviewState } from '../review-state';
import { freezeSieve } from '../save-sieve';

/** Works that the sieve stops and nobody has decided, by the limiter that stops each first. */
export function stoppedStrata({ review, columns, states, outcomes }: ReviewState): Stratum[] {
  const strata = review.sieve.map((l) => ({ limiter: l.id, works: [] as number[] }));
  states.forEach((state, i) => {
    if (state === 'stopped') strata[outcomes.by[i]!]!.works.push(columns.numbers[i]!);
  });
  return strata.filter((s) => s.works.length > 0);
}

/** Works that this person kept or excluded by title and abstract. */
export function ownDecisions({ review, columns, staged }: ReviewState): Map<number, 'keep' | 'exclude'> {
  const own = new Map<number, 'keep' | 'exclude'>();
  for (const no of columns.numbers) {
    const said = staged.get(no)?.screening;
    if (said && said.person === review.person && (said.verdict === 'keep' || said.verdict === 'exclude')) own.set(no, said.verdict);
  }
  return own;
}

export const DrawSample = z.strictObject({
  kind: z.enum(['stopped', 'own-decisions']),
  design: z.enum(SAMPLE_DESIGNS),
  size: z.int().min(1).max(20_000),
  /** The share that the size was planned to bound; null when it was chosen otherwise. */
  share: z.number().min(0).max(1).nullable(),
  seed: z.int().min(1).max(999_999),
});

/** What can be drawn from: the decisions that are given, else what the sieve stops. */
function strataOf(state: ReviewState, decided: ReadonlyMap<number, unknown> | null): Stratum[] {
  if (!decided) return stoppedStrata(state);
  return decided.size ? [{ limiter: '', works: [...decided.keys()] }] : [];
}

const FROZEN = 'Saved with a sample drawn under it.';

/**
 * Draws a sample by lot and stores it, with the version of the sieve it was drawn under. Larger than the set, all of the
 * set are drawn.
 */
export async function drawCheck(ctx: Context, reviewId: string, input: z.infer<typeof DrawSample>): Promise<Result<{ number: number }>> {
  const own = (state: ReviewState) => (input.kind === 'own-decisions' ? ownDecisions(state) : null);
  const before = await reviewState(ctx, reviewId);
  if (strataOf(before, own(before)).length === 0)
    return refuse(
      'nothing-to-draw',
      input.kind === 'own-decisions'
        ? 'You have kept or excluded nothing by title and abstract yet.'
        : 'The sieve stops nothing that is undecided, so there is nothing to check.',
    );
  // Nothing is saved for a draw that is refused; what is drawn is of the sieve that was saved.
  const version = await freezeSieve(ctx, reviewId, FROZEN);
  const state = await reviewState(ctx, reviewId);
  const decided = own(state);
  const strata = strataOf(state, decided);
  const next = seeded(input.seed);
  const lots = drawSample(strata, input.size, next, input.design);
  const order = drawn(
    lots.flatMap((l) => l.works),
    Number.POSITIVE_INFINITY,
    next,
  );
  const { review, scheme } = state;
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`sample:${reviewId}`]);
    const last = await tx.findOne(SampleCheck, { reviewId }, { orderBy: { number: 'desc' } });
    const number = (last?.number ?? 0) + 1;
    tx.create(SampleCheck, {
      ...{ reviewId, number, kind: input.kind, design: input.design, seed: input.seed, share: input.share, order },
      strata: lots.map((l): SampleStratum => {
        const limiter = review.sieve.find((s) => s.id === l.limiter);
        const words = limiter ? limiterWords(limiter, scheme, isoToDay(review.asOf)) : '';
        return { ...l, name: limiter?.name ?? '', words };
      }),
      decided: decided ? Object.fromEntries(order.map((no) => [no, decided.get(no)!])) : {},
      ...{ sieveVersion: version, person: review.person, at: ctx.now() },
    });
    await tx.flush();
    return { ok: true, number };
  });
}

export const JudgeSample = z.strictObject({
  check: z.int().positive(),
  workNo: z.int().positive(),
  /** Whether it would be kept by what can be read of it. */
  verdict: z.enum(['keep', 'exclude', 'unsure', 'undo']),
  note: z.string().trim().max(2000).default(''),
});
export type JudgeSample = z.input<typeof JudgeSample>;

/** Adds what a person says of a work of a sample. It decides nothing: the work stays where it is. */
export async function judgeSample(ctx: Context, reviewId: string, given: JudgeSample): Promise<Result<{ seq: number }>> {
  const input = JudgeSample.parse(given);
  const review = await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const check = await tx.findOne(SampleCheck, { reviewId, number: input.check });
    if (!check) return refuse('no-sample', 'There is no such sample.');
    if (!check.order.includes(input.workNo)) return refuse('not-drawn', 'This work is not in the sample.');
    const seq = await nextSeq(tx as EntityManager, 'sample_verdict', reviewId);
    tx.create(SampleVerdict, {
      ...{ reviewId, seq, checkNumber: input.check, workNo: input.workNo, verdict: input.verdict, note: input.note },
      ...{ person: review.person, at: ctx.now() },
    });
    await tx.flush();
    return { ok: true, seq };
  });
}

/** What holds of each work of each sample: the latest, unless it was taken back. */
export async function standingVerdicts(ctx: Context, reviewId: string): Promise<Map<number, Map<number, SampleVerdict>>> {
  const rows = await ctx.em.find(SampleVerdict, { reviewId }, { orderBy: { seq: 'asc' } });
  const latest = new Map<number, Map<number, SampleVerdict>>();
  for (const row of rows) {
    let check = latest.get(row.checkNumber);
    if (!check) {
      check = new Map();
      latest.set(row.checkNumber, check);
    }
    if (row.verdict === 'undo') check.delete(row.workNo);
    else check.set(row.workNo, row);
  }
  return latest;
}
