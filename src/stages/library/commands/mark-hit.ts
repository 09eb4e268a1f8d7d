import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { Attachment, HitMark } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

/** What a reader says of a hit in a text: that it is about what was looked for, or another sense of the words; null takes it back. */
export const markHit = reviewCommand({
  name: 'mark-hit',
  right: 'decide',
  input: z.strictObject({
    attachment: z.uuid(),
    page: z.int().positive().max(100_000),
    start: z.int().min(0).max(10_000_000),
    words: z.string().trim().min(1).max(200),
    about: z.boolean().nullable(),
  }),
  refuses: ['no-pdf'],
  stale: ['each-work'],
  async run(ctx, { attachment, page, start, words, about }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    if (!(await em.findOne(Attachment, { reviewId, id: attachment }))) return refuse('no-pdf', 'This PDF is not in the review.');
    const key = { reviewId, attachmentId: attachment, page, start };
    if (about === null) await em.nativeDelete(HitMark, key);
    else await em.upsert(HitMark, { ...key, words, about, ...bylineOf(ctx, review), at: ctx.now() });
    return {};
  },
});
