import { readVenues } from '@/core/formats';
import { entryKey, entryName, venueChanges } from '@/core/venues';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { VenueFileText } from '../queries/preview-venues';
import { venuesOf } from '../store/venues';

/** Takes a file into the register: entries that it names are added or replaced, others stay. */
export const importVenues = reviewCommand({
  name: 'import-venues',
  right: 'edit',
  input: VenueFileText,
  refuses: ['nothing-read'],
  stale: ['classification'],
  async run(ctx, { text }) {
    const { review, reviewId } = ctx;
    const { entries } = readVenues(text);
    if (entries.length === 0) return refuse('nothing-read', 'The file holds no entries.');
    const changes = venueChanges(await venuesOf(ctx.em, reviewId), entries);
    const fresh = [...changes.added, ...changes.changed.map((c) => c.after)];
    await ctx.em.upsertMany(
      VenueRow,
      fresh.map((entry) => ({ reviewId, key: entryKey(entry), entry, person: review.person, at: ctx.now() })),
    );
    if (fresh.length) await queueReclassify(ctx.em, reviewId);
    const all = (await venuesOf(ctx.em, reviewId)).sort((a, b) => (entryName(a) < entryName(b) ? -1 : 1));
    return { added: changes.added.length, changed: changes.changed.length, entries: all };
  },
});
