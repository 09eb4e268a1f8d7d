import { readVenues } from '@/core/formats';
import { entryKey, entryName, venueChanges } from '@/core/venues';
import { noteChange } from '@/platform/db/note-change';
import { noteEdits } from '@/platform/db/note-edits';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { VenueFileText } from '../queries/preview-venues';
import { venuesOf } from '../store/venues';

/** Of a long list, so many entries are named one by one in the ledger. */
const MOST_NAMED = 200;

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
      fresh.map((entry) => ({ reviewId, key: entryKey(entry), entry, ...bylineOf(ctx, review), at: ctx.now() })),
    );
    for (const entry of changes.added.slice(0, MOST_NAMED))
      await noteChange(ctx, review, { kind: 'venue', did: 'added', subject: `venue “${entryName(entry)}”` });
    for (const { before, after } of changes.changed.slice(0, MOST_NAMED))
      await noteEdits(ctx, review, 'venue', { entry: `venue “${entryName(after)}”` }, { entry: before }, { entry: after });
    const more = fresh.length - Math.min(changes.added.length, MOST_NAMED) - Math.min(changes.changed.length, MOST_NAMED);
    if (more > 0) await noteChange(ctx, review, { kind: 'venue', did: 'added', subject: `${more} more venues of a list` });
    if (fresh.length) await queueReclassify(ctx.em, reviewId);
    const all = (await venuesOf(ctx.em, reviewId)).sort((a, b) => (entryName(a) < entryName(b) ? -1 : 1));
    return { added: changes.added.length, changed: changes.changed.length, entries: all };
  },
});
