import { z } from 'zod';
import { RecordRow, Review, SieveOverride, Work } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { lastSeq, spokenWords } from '../store/overrides';

export const OverrideWorks = z.strictObject({
  works: z.array(z.int().positive()).min(1).max(5000),
  /** The limiters that are overridden; the others still apply. */
  limiters: z.array(z.string().min(1).max(64)).min(1).max(30),
  fate: z.enum(['pass', 'stop']),
  reason: z.string().trim().min(1).max(2000),
});

/** Releases, stops or rescues works at some limiters, with a reason. @returns the numbers of the rows, to undo them by */
export const overrideWorks = reviewCommand({
  name: 'override-works',
  right: 'edit',
  input: OverrideWorks,
  lock: 'override',
  refuses: ['no-limiter', 'no-work'],
  stale: ['sieve'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const review = await ctx.em.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const known = new Set(review.sieve.map((l) => l.id));
    if (input.limiters.some((id) => !known.has(id)))
      return refuse('no-limiter', 'The sieve has changed: one of these limiters is not in it any more.');
    const works = await ctx.em.find(Work, { reviewId, no: { $in: input.works }, absorbedBy: null });
    if (works.length !== new Set(input.works).size)
      return refuse('no-work', 'Some of these works are not in the review any more. Reload the page.');
    let seq = await lastSeq(ctx.em, reviewId);
    const seqs: number[] = [];
    for (const work of works.sort((a, b) => a.no - b.no)) {
      seqs.push(++seq);
      ctx.em.create(SieveOverride, {
        ...{ reviewId, seq, fate: input.fate, limiters: input.limiters, workNo: work.no, undoes: null },
        record: ctx.em.getReference(RecordRow, [reviewId, work.shownRecord]),
        ...{ reason: input.reason, ...bylineOf(ctx, review), at: ctx.now() },
      });
    }
    await ctx.em.flush();
    return { seqs, spoken: await spokenWords(ctx.em, reviewId) };
  },
});
