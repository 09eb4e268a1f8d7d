import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { localDay } from '@/core/record';
import { LeadRow } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { enterSource } from '../store/enter-source';

const Place = z.strictObject({ round: z.int().positive(), ordinal: z.int().positive() });

/** Takes leads into the review as sources that were found by following citations. */
export const takeLeads = reviewCommand({
  name: 'take-leads',
  right: 'edit',
  input: z.strictObject({ leads: z.array(Place).min(1).max(200) }),
  lock: 'retrievals',
  refuses: ['no-lead'],
  stale: ['retrieval'],
  async run(ctx, { leads }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const rows = await em.find(LeadRow, { reviewId, $or: leads }, { orderBy: { round: 'asc', ordinal: 'asc' } });
    const open = rows.filter((r) => r.takenRecord === null);
    if (open.length === 0) return refuse('no-lead', 'These were taken already, or are not in the review.');
    const taken: number[] = [];
    for (const lead of open) {
      const no = await enterSource(ctx, {
        record: lead.item,
        ...{ raw: lead.text, notRead: '', round: lead.round },
        how: {
          way: 'citation',
          place: '',
          direction: lead.direction,
          foundOn: localDay(ctx.now()),
          note: '',
          ofRecord: lead.ofRecords[0] ?? null,
        },
      });
      em.assign(lead, { takenRecord: no, left: '', ...bylineOf(ctx, review), at: ctx.now() });
      taken.push(no);
    }
    await em.flush();
    await queueMerge(em, reviewId);
    return { records: taken };
  },
});

/** Leaves leads aside with a word on why, or offers them again. */
export const leaveLeads = reviewCommand({
  name: 'leave-leads',
  right: 'edit',
  input: z.strictObject({ leads: z.array(Place).min(1).max(200), why: z.string().trim().max(300) }),
  lock: 'retrievals',
  refuses: ['no-lead'],
  stale: ['retrieval'],
  async run(ctx, { leads, why }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const rows = await em.find(LeadRow, { reviewId, $or: leads, takenRecord: null });
    if (rows.length === 0) return refuse('no-lead', 'These were taken already, or are not in the review.');
    for (const lead of rows) em.assign(lead, { left: why, ...bylineOf(ctx, review), at: ctx.now() });
    return { left: rows.length };
  },
});
