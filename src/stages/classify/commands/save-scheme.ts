import { z } from 'zod';
import { type EvidenceScheme, schemeSchema } from '@/core/classify';
import { usesLevels } from '@/core/sieve';
import { noteEdits } from '@/platform/db/note-edits';
import { SchemeRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const SaveScheme = z.strictObject({ scheme: schemeSchema, seenEdit: z.int().min(0) });

/** Saves a review's own scheme. When the review uses it, its works are classified again. */
export const saveScheme = reviewCommand({
  name: 'save-scheme',
  right: 'edit',
  input: SaveScheme,
  refuses: ['no-scheme', 'level-in-use', 'kind-in-use', 'changed-meanwhile'],
  stale: ['classification'],
  async run(ctx, { scheme, seenEdit }) {
    const { review, reviewId } = ctx;
    const row = await ctx.em.findOne(SchemeRow, { reviewId, id: scheme.id });
    if (!row) return refuse('no-scheme', 'Only a scheme of the review’s own can be changed: copy one first.');
    const levels = (s: EvidenceScheme) => s.levels.map((l) => l.code).join();
    if (review.scheme === scheme.id && levels(row.doc) !== levels(scheme as EvidenceScheme) && usesLevels(review.sieve))
      return refuse('level-in-use', 'A limiter on evidence level is in the sieve: remove it before adding or removing levels.');
    if (review.scheme === scheme.id && !scheme.kinds[review.kind] && row.doc.kinds[review.kind])
      return refuse('kind-in-use', 'The review’s question is of a kind that this scheme would not grade any more.');
    const changed = await ctx.em.nativeUpdate(
      SchemeRow,
      { reviewId, id: scheme.id, edit: seenEdit },
      { doc: scheme as EvidenceScheme, edit: seenEdit + 1, ...bylineOf(ctx, review), at: ctx.now() },
    );
    if (changed === 0) return refuse('changed-meanwhile', 'Somebody else changed this scheme. Reload the page to see it.');
    const parts = Object.fromEntries(Object.keys(scheme).map((part) => [part, `scheme “${row.doc.label}”: ${part}`]));
    await noteEdits(ctx, review, 'scheme', parts, { ...row.doc }, { ...scheme });
    if (review.scheme === scheme.id) await queueReclassify(ctx.em, reviewId);
    return { edit: seenEdit + 1 };
  },
});
