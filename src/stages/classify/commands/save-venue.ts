import { z } from 'zod';
import { isSame } from '@/core/edits';
import { checkIssn } from '@/core/record';
import { entryKey, entryName, JOURNAL_KINDS, PRESS_KINDS, REFEREED_WORDS, type VenueEntry } from '@/core/venues';
import { noteEdits } from '@/platform/db/note-edits';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

const year = z.int().min(1400).max(2999).nullable();

const venueEntry = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('journal'),
    title: z.string().trim().max(400),
    issns: z
      .array(
        z.string().transform((text, context) => {
          const issn = checkIssn(text);
          if (!issn) context.addIssue({ code: 'custom', message: `The check digit of the ISSN “${text}” is wrong, or it is no ISSN.` });
          return issn;
        }),
      )
      .max(8),
    kind: z.enum(['', ...JOURNAL_KINDS]),
    refereed: z.enum(REFEREED_WORDS),
    from: year,
    to: year,
    publisher: z.string().trim().max(300),
    tags: z.array(z.string().trim().max(100)).max(30),
  }),
  z.strictObject({
    type: z.literal('press'),
    name: z.string().trim().min(1, 'Give the press a name.').max(300),
    isbnPrefixes: z.array(z.string().regex(/^97[89]\d{1,9}$/, 'An ISBN prefix is 978 or 979 and the digits that follow.')).max(200),
    kind: z.enum(PRESS_KINDS),
  }),
]);

export const SaveVenue = z.strictObject({
  before: z.string().max(400).nullable(),
  entry: venueEntry,
  /** The entry that is changed, as the person saw it. */
  seen: z.unknown().optional(),
});

/** Adds an entry, or changes one. */
export const saveVenue = reviewCommand({
  name: 'save-venue',
  right: 'edit',
  input: SaveVenue,
  lock: 'edit',
  refuses: ['no-name', 'years', 'there-already', 'changed-meanwhile'],
  stale: ['classification'],
  async run(ctx, { before, entry, seen }) {
    const { review, reviewId } = ctx;
    const made = entry as VenueEntry;
    if (made.type === 'journal' && !made.title && made.issns.length === 0) return refuse('no-name', 'Give the journal a title or an ISSN.');
    if (made.type === 'journal' && made.from !== null && made.to !== null && made.to < made.from)
      return refuse('years', 'The last year comes before the first.');
    const old = before ? await ctx.em.findOne(VenueRow, { reviewId, key: before }) : null;
    if (before && seen !== undefined && !isSame(old?.entry, seen))
      return refuse(
        'changed-meanwhile',
        'Somebody else changed this entry meanwhile. Reload the page to see theirs, then make your change again.',
      );
    const key = entryKey(made);
    if (key !== before && (await ctx.em.count(VenueRow, { reviewId, key })) > 0)
      return refuse('there-already', `“${entryName(made)}” is in the register already, for the same years.`);
    await noteEdits(ctx, review, 'venue', { entry: `venue “${entryName(made)}”` }, { entry: old?.entry ?? null }, { entry: made });
    if (before && before !== key) await ctx.em.nativeDelete(VenueRow, { reviewId, key: before });
    await ctx.em.upsert(VenueRow, { reviewId, key, entry: made, ...bylineOf(ctx, review), at: ctx.now() });
    await queueReclassify(ctx.em, reviewId);
    return { key };
  },
});
