import { z } from 'zod';
import { asVenues, entryKey, type JournalEntry, type VenueEntry, VenueRegister } from '@/core/venues';
import { noteEdits } from '@/platform/db/note-edits';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { venuesOf } from '../store/venues';

const answer = z.strictObject({
  title: z.string().trim().min(1).max(400),
  issns: z.array(z.string().max(20)).max(8),
  refereed: z.enum(['yes', 'no']),
  /** First year in which it was refereed: before, it was not. Null when the answer holds for every year. */
  since: z.int().min(1400).max(2999).nullable(),
});
export const AnswerJournals = z.strictObject({ answers: z.array(answer).min(1).max(300) });

/** The entries that an answer makes: two, when it was not always refereed. */
function entriesOf({ title, issns, refereed, since }: z.infer<typeof answer>, known: JournalEntry | null): VenueEntry[] {
  const kind = refereed === 'yes' ? ('scholarly-journal' as const) : ('' as const);
  const base = { ...(known ?? { title, issns, kind, publisher: '', tags: [] }), type: 'journal' as const };
  const own = { ...base, refereed, from: since, to: null };
  return since === null ? [own] : [own, { ...base, refereed: 'no', from: null, to: since - 1 }];
}

/**
 * Says of journals whether they are refereed, in one go: what the register has of them is changed, what it has not is
 * added. The answer holds what was there before, so that it can be taken back.
 */
export const answerJournals = reviewCommand({
  name: 'answer-journals',
  right: 'edit',
  input: AnswerJournals,
  lock: 'edit',
  refuses: [],
  stale: ['classification'],
  async run(ctx, { answers }) {
    const { review, reviewId } = ctx;
    const register = new VenueRegister(asVenues(await venuesOf(ctx.em, reviewId)));
    const before: { gone: VenueEntry[]; made: string[] }[] = [];
    for (const one of answers) {
      const known = register.all({ issns: one.issns, isbns: [], container: one.title, publisher: '' });
      const gone = known.map((k): VenueEntry => ({ ...k, type: 'journal' }));
      for (const entry of gone) await ctx.em.nativeDelete(VenueRow, { reviewId, key: entryKey(entry) });
      const made = entriesOf(one, known[0] ?? null);
      for (const entry of made)
        await ctx.em.upsert(VenueRow, { reviewId, key: entryKey(entry), entry, ...bylineOf(ctx, review), at: ctx.now() });
      const names = { entries: `venue “${one.title}”` };
      await noteEdits(ctx, review, 'venue', names, { entries: gone }, { entries: made });
      before.push({ gone, made: made.map(entryKey) });
    }
    await queueReclassify(ctx.em, reviewId);
    return { before };
  },
});
