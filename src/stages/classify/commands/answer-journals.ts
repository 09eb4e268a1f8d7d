import { z } from 'zod';
import { asVenues, entryKey, type JournalEntry, VenueRegister } from '@/core/venues';
import { VenueRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { venuesOf } from '../store/venues';

const answer = z.strictObject({
  title: z.string().trim().min(1).max(400),
  issns: z.array(z.string().max(20)).max(8),
  refereed: z.enum(['yes', 'no']),
  /** First year for which the answer holds; null for every year. */
  since: z.int().min(1400).max(2999).nullable(),
});
export const AnswerJournals = z.strictObject({ answers: z.array(answer).min(1).max(300) });

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
    const before: { key: string; entry: JournalEntry | null }[] = [];
    const register = new VenueRegister(asVenues(await venuesOf(ctx.em, reviewId)));
    for (const { title, issns, refereed, since } of answers) {
      const known = register.journal({ issns, isbns: [], container: title, publisher: '' }, null)?.entry ?? null;
      const blank: JournalEntry = { title, issns, kind: 'scholarly-journal', refereed, from: null, to: null, publisher: '', tags: [] };
      const entry: JournalEntry = {
        ...(known ?? blank),
        refereed,
        from: since,
        ...(known ? {} : { kind: refereed === 'yes' ? blank.kind : '' }),
      };
      const made = { ...entry, type: 'journal' as const };
      const key = entryKey(made);
      if (known) {
        const old = entryKey({ ...known, type: 'journal' });
        if (old !== key) await ctx.em.nativeDelete(VenueRow, { reviewId, key: old });
      }
      await ctx.em.upsert(VenueRow, { reviewId, key, entry: made, person: review.person, at: ctx.now() });
      before.push({ key, entry: known });
    }
    await queueReclassify(ctx.em, reviewId);
    return { before };
  },
});
