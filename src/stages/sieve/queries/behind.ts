import { z } from 'zod';
import { axisValues, HELD, MASK_AXES } from '@/core/sieve';
import { codesOf, labelsOf } from '@/core/vocabularies';
import type { Context } from '@/platform/context';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { journalsOfWorks } from '@/stages/classify';
import { sieveState } from '../store/sieve-state';
import { cellOfParity } from './parity-view';

export const Behind = z.strictObject({
  /** Id of a limiter of the sieve. */
  limiter: z.string().min(1).max(200),
  /** A retrieval of which the limiter cannot tell some works; null for all works that the limiter holds. */
  retrieval: z.uuid().nullable(),
});

/** Works of which a limiter cannot tell: those that it holds, or those of one retrieval by its own records. */
async function untold(ctx: Context, reviewId: string, { limiter, retrieval }: z.infer<typeof Behind>): Promise<number[] | null> {
  if (retrieval) return (await cellOfParity(ctx, reviewId, limiter, retrieval))?.blind ?? null;
  const { columns, outcomes, run, review } = await sieveState(ctx, reviewId);
  const k = review.sieve.findIndex((l) => l.id === limiter);
  if (k < 0) return null;
  return Array.from(columns.numbers).filter((_, i) => outcomes.fate[i] === HELD && (run.holds[i]! >>> k) & 1);
}

/** The journals behind the works of which a limiter cannot tell, those first whose answer would tell of most. */
export const journalsBehind = reviewQuery({
  name: 'journals-behind',
  right: 'read',
  input: Behind,
  refuses: ['no-limiter'],
  rests: ['sieve', 'classification', 'retrieval'],
  async run(ctx, input) {
    const works = await untold(ctx, ctx.reviewId, input);
    if (!works) return refuse('no-limiter', 'This limiter, or this retrieval, is not in the review any more.');
    const journals = await journalsOfWorks(ctx, ctx.reviewId, works);
    return { works: works.length, journals: journals.map((j) => ({ ...j, works: j.works.length })) };
  },
});

/**
 * What would make a cell of the parity view even, what settles most first: journals to be told of, and works that are
 * open in the same way, which one ruling settles together.
 */
export const cellRemedies = reviewQuery({
  name: 'cell-remedies',
  right: 'read',
  input: Behind,
  refuses: ['no-limiter'],
  rests: ['sieve', 'classification', 'retrieval'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const works = await untold(ctx, reviewId, input);
    const { columns, review, scheme, indexOf } = await sieveState(ctx, reviewId);
    const limiter = review.sieve.find((l) => l.id === input.limiter);
    if (!works || !limiter) return refuse('no-limiter', 'This limiter, or this retrieval, is not in the review any more.');
    const { test } = limiter;
    const axis = test.kind === 'coded' && (MASK_AXES as readonly string[]).includes(test.axis) ? test.axis : null;
    if (!axis) return { axis, journals: { n: 0, works: 0 }, alike: [] };
    const journals = axis === 'peerReview' || axis === 'sourceType' ? await journalsOfWorks(ctx, reviewId, works) : [];
    const values = axisValues(axis, scheme);
    const groups = new Map<number, number[]>();
    for (const no of works) {
      const i = indexOf.get(no);
      if (i === undefined) continue;
      const mask = columns.all[axis][i]!;
      groups.set(mask, [...(groups.get(mask) ?? []), no]);
    }
    const alike = [...groups]
      .map(([mask, numbers]) => ({ codes: codesOf(values, mask), labels: labelsOf(values, mask), works: numbers }))
      .sort((a, b) => b.works.length - a.works.length)
      .slice(0, MOST_ALIKE);
    return { axis, journals: { n: journals.length, works: journals.reduce((n, j) => n + j.works.length, 0) }, alike };
  },
});
const MOST_ALIKE = 6;
