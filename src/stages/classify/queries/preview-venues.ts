import { z } from 'zod';
import { readVenues, type VenueProblem } from '@/core/formats';
import { asVenues, type VenueChanges, type VenueEntry, VenueRegister, venueChanges, venueKey } from '@/core/venues';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { venuesOf } from '../store/venues';

export const VenueFileText = z.strictObject({ text: z.string().max(20_000_000) });

export interface VenuePreview {
  entries: number;
  added: VenueEntry[];
  changed: VenueChanges['changed'];
  same: number;
  problems: VenueProblem[];
  /** Records of the review that an entry of the file speaks of. */
  records: number;
  journals: number;
}

const SHOWN = 200;

/** What taking a file into the register would change; nothing is stored. */
export const previewVenues = reviewQuery({
  name: 'preview-venues',
  right: 'read',
  input: VenueFileText,
  refuses: ['nothing-read'],
  rests: ['classification'],
  async run(ctx, { text }) {
    const { reviewId } = ctx;
    const { entries, problems } = readVenues(text);
    if (entries.length === 0)
      return refuse('nothing-read', problems[0] ? `Line ${problems[0].line}: ${problems[0].message}` : 'The file holds no entries.');
    const changes = venueChanges(await venuesOf(ctx.em, reviewId), entries);
    const register = new VenueRegister(asVenues([...changes.added, ...changes.changed.map((c) => c.after)]));
    const places = await ctx.em.execute<{ issns: string[]; isbns: string[]; container: string; publisher: string; n: number }[]>(
      `select item->'issns' as issns, item->'isbns' as isbns, item->>'container' as container, item->>'publisher' as publisher, count(*)::int as n
     from active_record where review_id = ? group by 1, 2, 3, 4`,
      [reviewId],
    );
    const touched = places.filter((p) => register.journal(p, null) || register.press(p));
    return {
      preview: {
        entries: entries.length,
        added: changes.added.slice(0, SHOWN),
        changed: changes.changed.slice(0, SHOWN),
        same: changes.same,
        problems: problems.slice(0, SHOWN),
        records: touched.reduce((n, p) => n + p.n, 0),
        journals: new Set(touched.map((p) => venueKey(p.container || p.publisher))).size,
      },
    };
  },
});
