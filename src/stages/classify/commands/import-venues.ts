import type { z } from 'zod';
import { readVenues } from '@/core/formats';
import { entryKey, entryName, type VenueEntry, venueChanges } from '@/core/venues';
import { type Context, openReview, type Result, refuse } from '@/platform/context';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import type { VenueFileText } from '../queries/preview-venues';
import { venuesOf } from '../store/venues';

/** Takes a file into the register: entries that it names are added or replaced, others stay. */
export async function importVenues(
  ctx: Context,
  reviewId: string,
  { text }: z.infer<typeof VenueFileText>,
): Promise<Result<{ added: number; changed: number; entries: VenueEntry[] }>> {
  const review = await openReview(ctx, reviewId);
  const { entries } = readVenues(text);
  if (entries.length === 0) return refuse('nothing-read', 'The file holds no entries.');
  return ctx.em.transactional(async (tx) => {
    const changes = venueChanges(await venuesOf(tx, reviewId), entries);
    const fresh = [...changes.added, ...changes.changed.map((c) => c.after)];
    await tx.upsertMany(
      VenueRow,
      fresh.map((entry) => ({ reviewId, key: entryKey(entry), entry, person: review.person, at: ctx.now() })),
    );
    if (fresh.length) await queueReclassify(tx, reviewId, ctx.now());
    const all = (await venuesOf(tx, reviewId)).sort((a, b) => (entryName(a) < entryName(b) ? -1 : 1));
    return { ok: true as const, added: changes.added.length, changed: changes.changed.length, entries: all };
  });
}
