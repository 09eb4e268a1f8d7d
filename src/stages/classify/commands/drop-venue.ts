import { z } from 'zod';
import { entryName } from '@/core/venues';
import { noteChange } from '@/platform/db/note-change';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

export const DropVenue = z.strictObject({ key: z.string().max(400) });

export const dropVenue = reviewCommand({
  name: 'drop-venue',
  right: 'edit',
  input: DropVenue,
  refuses: ['no-entry'],
  stale: ['classification'],
  async run(ctx, { key }) {
    const { reviewId } = ctx;
    const row = await ctx.em.findOne(VenueRow, { reviewId, key });
    const gone = row && (await ctx.em.nativeDelete(VenueRow, { reviewId, key }));
    if (!gone) return refuse('no-entry', 'This entry is not in the register any more.');
    await noteChange(ctx, ctx.review, {
      ...{ kind: 'venue', did: 'removed', subject: `venue “${entryName(row.entry)}”`, why: JSON.stringify(row.entry) },
    });
    await queueReclassify(ctx.em, reviewId);
    return {};
  },
});
