import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { type EvidenceScheme, SCHEMES, schemeSchema } from '@/core/classify';
import { Review, SchemeRow } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import { queueReclassify } from './queue';

/** Every scheme that a review can use, with the edit number of its own ones. */
export async function schemesOf(ctx: Context, reviewId: string): Promise<{ scheme: EvidenceScheme; edit: number | null }[]> {
  const own = await ctx.em.find(SchemeRow, { reviewId }, { orderBy: { at: 'asc' } });
  return [...Object.values(SCHEMES).map((scheme) => ({ scheme, edit: null })), ...own.map((r) => ({ scheme: r.doc, edit: r.edit }))];
}

export const CopyScheme = z.strictObject({ from: z.string().max(40), label: z.string().trim().min(1, 'Give the copy a name.').max(80) });

/** Copies a scheme, so that the copy can be changed. */
export async function copyScheme(ctx: Context, reviewId: string, input: z.infer<typeof CopyScheme>): Promise<Result<{ id: string }>> {
  const review = await openReview(ctx, reviewId);
  const all = await schemesOf(ctx, reviewId);
  const from = all.find((s) => s.scheme.id === input.from)?.scheme;
  if (!from) return refuse('no-scheme', 'This scheme is not there any more.');
  if (all.some((s) => s.scheme.label.toLowerCase() === input.label.toLowerCase()))
    return refuse('name-taken', 'A scheme has this name already.');
  const id = randomUUID();
  const source = `Copied from ${from.label} (${from.source}) and changed by ${review.person}.`.slice(0, 600);
  const doc = schemeSchema.parse({ ...from, id, label: input.label, source }) as EvidenceScheme;
  ctx.em.create(SchemeRow, { reviewId, id, doc, edit: 0, person: review.person, at: ctx.now() });
  await ctx.em.flush();
  return { ok: true, id };
}

export const SaveScheme = z.strictObject({ scheme: schemeSchema, seenEdit: z.int().min(0) });

/** Saves a review's own scheme. When the review uses it, its works are classified again. */
export async function saveScheme(
  ctx: Context,
  reviewId: string,
  { scheme, seenEdit }: z.infer<typeof SaveScheme>,
): Promise<Result<{ edit: number }>> {
  const review = await openReview(ctx, reviewId);
  const row = await ctx.em.findOne(SchemeRow, { reviewId, id: scheme.id });
  if (!row) return refuse('no-scheme', 'Only a scheme of the review’s own can be changed: copy one first.');
  const levels = (s: EvidenceScheme) => s.levels.map((l) => l.code).join();
  if (review.scheme === scheme.id && levels(row.doc) !== levels(scheme as EvidenceScheme) && usesLevels(review))
    return refuse('level-in-use', 'A limiter on evidence level is in the sieve: remove it before adding or removing levels.');
  if (review.scheme === scheme.id && !scheme.kinds[review.kind] && row.doc.kinds[review.kind])
    return refuse('kind-in-use', 'The review’s question is of a kind that this scheme would not grade any more.');
  return ctx.em.transactional(async (tx) => {
    const changed = await tx.nativeUpdate(
      SchemeRow,
      { reviewId, id: scheme.id, edit: seenEdit },
      { doc: scheme as EvidenceScheme, edit: seenEdit + 1, person: review.person, at: ctx.now() },
    );
    if (changed === 0) return refuse('changed-meanwhile', 'Somebody else changed this scheme. Reload the page to see it.');
    if (review.scheme === scheme.id) await queueReclassify(tx, reviewId, ctx.now());
    return { ok: true as const, edit: seenEdit + 1 };
  });
}

export const usesLevels = (review: Pick<Review, 'sieve'>): boolean =>
  review.sieve.some((l) => l.test.kind === 'coded' && l.test.axis === 'level');

export const DropScheme = z.strictObject({ id: z.string().max(40) });

/** Removes a scheme of the review's own that it does not use. */
export async function dropScheme(ctx: Context, reviewId: string, { id }: z.infer<typeof DropScheme>): Promise<Result<object>> {
  const review = await ctx.em.findOneOrFail(Review, { id: reviewId });
  if (review.scheme === id) return refuse('in-use', 'The review uses this scheme: choose another under Question first.');
  const gone = await ctx.em.nativeDelete(SchemeRow, { reviewId, id });
  return gone ? { ok: true } : refuse('no-scheme', 'This scheme is not there any more.');
}
