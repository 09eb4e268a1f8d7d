import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { LINK_CODES } from '@/core/merge';
import { nextSeq } from '@/platform/db/next-seq';
import { MergeRulingRow, RecordRow } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const RuleMerge = z.strictObject({
  verdict: z.enum(['join', 'apart', 'link', 'unlink']),
  /** Number of a record. */
  a: z.int().positive(),
  /** Records that it is joined with, kept apart from, or linked to: several when it is taken out of a work. */
  others: z.array(z.int().positive()).min(1).max(500),
  /** For a link: what the work of `a` is of the work of the other. */
  link: z.enum(LINK_CODES).nullable(),
  reason: z.string().trim().max(2000),
});

/** Adds what a person ruled, and queues the merge that follows it. */
export const ruleMerge = reviewCommand({
  name: 'rule-merge',
  right: 'edit',
  input: RuleMerge,
  refuses: ['no-link', 'same-record', 'no-record'],
  stale: ['merging'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    if ((input.verdict === 'link' || input.verdict === 'unlink') && !input.link)
      return refuse('no-link', 'Say what the one is of the other.');
    const others = [...new Set(input.others)];
    if (others.includes(input.a)) return refuse('same-record', 'A record cannot be ruled on with itself.');
    const names = new Map(
      (await ctx.em.find(RecordRow, { reviewId, no: { $in: [input.a, ...others] } }, { fields: ['no', 'stableName'] })).map((r) => [
        r.no,
        r.stableName,
      ]),
    );
    if (names.size !== others.length + 1) return refuse('no-record', 'One of these records is not in the review.');
    const act = randomUUID();
    let seq = await nextSeq(ctx.em, 'merge_ruling', reviewId);
    for (const b of others)
      ctx.em.create(MergeRulingRow, {
        reviewId,
        seq: seq++,
        act,
        verdict: input.verdict,
        a: input.a,
        b,
        aName: names.get(input.a)!,
        bName: names.get(b)!,
        link: input.link,
        undoes: null,
        reason: input.reason,
        ...bylineOf(ctx, review),
        at: ctx.now(),
      });
    await ctx.em.flush();
    await queueMerge(ctx.em, reviewId);
    return { act };
  },
});
