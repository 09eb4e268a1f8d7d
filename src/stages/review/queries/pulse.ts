import { z } from 'zod';
import { STAGES } from '@/core/flow';
import { isReadByTwo } from '@/core/readers';
import { stampsOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import type { Topic } from '@/platform/verbs/rights';
import { settingAt } from '@/stages/decide';
import { alsoAt, keepPlace, placePath } from '@/stages/people';

/** Where somebody is in a review, and the work that they have open. */
export const Here = z.strictObject({ path: placePath, work: z.int().positive().max(2_000_000_000).nullable() });

/** A word for each part of a review: another when it has changed. */
export type Stamps = Partial<Record<Topic, string>>;

export interface Pulse {
  ok: true;
  stamps: Stamps;
  /** Who else has the same work open. */
  also: string[];
}

/** How a review stands, for a page that is drawn. What one of two said of a work is in no stamp before it is decided. */
export async function stampsOfReview(ctx: Context, reviewId: string): Promise<Stamps> {
  const review = await openReview(ctx, reviewId);
  const s = (await stampsOf(ctx, reviewId))!;
  const [n] = await ctx.em.execute<[{ decisions: number; members: string; notes: number; samples: number; known: string; texts: string }]>(
    `select (select count(*)::int from decision where review_id = ?) as decisions,
       (select count(*) || '/' || coalesce(sum(xmin::text::bigint), 0) from membership where review_id = ?) as members,
       (select count(*)::int from difference_note where review_id = ?) as notes,
       (select count(*)::int from sample_verdict where review_id = ?) as samples,
       (select count(*) || '/' || coalesce(sum(xmin::text::bigint), 0) from known_record where review_id = ?) as known,
       (select count(*) || '/' || coalesce(sum(xmin::text::bigint), 0) from full_text where review_id = ?) as texts`,
    Array(6).fill(reviewId),
  );
  const join = (...parts: (string | number)[]) => parts.join('|');
  return {
    question: join(review.title, review.question, review.asOf, review.kind, review.scheme, s.criterion),
    retrieval: join(s.source_database, s.review_change),
    merging: join(s.merge_ruling, s.work_edit, review.revision),
    classification: join(review.revision, s.ruling, s.venue, s.evidence_scheme, s.likely_basis),
    sieve: join(review.sieveEdit, s.sieve_override, s.sieve_version, review.revision),
    decisions: join(n.decisions, n.notes, String(review.twoStages)),
    reasons: s.reason,
    'each-work': join(n.decisions, n.texts, s.written_difference, s.work_edit),
    checks: join(n.samples, n.known),
    people: n.members,
  };
}

/**
 * The same for a page that is open: cheap, and asked every few seconds. Where two judge a work nobody is told who else has
 * it open.
 */
export async function pulse(ctx: Context, reviewId: string, { path, work }: z.output<typeof Here>): Promise<Pulse> {
  const review = await openReview(ctx, reviewId);
  await keepPlace(ctx, reviewId, path, work);
  const byTwo = work !== null && STAGES.some((stage) => isReadByTwo(work, settingAt(review, stage)));
  return {
    ok: true,
    stamps: await stampsOfReview(ctx, reviewId),
    also: work !== null && !byTwo ? await alsoAt(ctx, reviewId, work) : [],
  };
}
