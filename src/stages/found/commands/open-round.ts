import type { EntityManager } from '@mikro-orm/postgresql';
import { localDay } from '@/core/record';
import { noteChange } from '@/platform/db/note-change';
import { CitationRound, LeadRow } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { NOTHING, reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { recordsOfWorks } from '../store/enter-source';
import { followCitations } from '../store/follow';

/** A round of citation searching: from every kept work to what it cites and to what cites it; what is not in the review yet is offered. */
export const openRound = reviewCommand({
  name: 'open-round',
  right: 'edit',
  input: NOTHING,
  lock: 'retrievals',
  refuses: ['no-works', 'nothing-read'],
  stale: ['retrieval'],
  async outside(ctx) {
    const followed = await followCitations(ctx);
    if (followed.works.length === 0) return refuse('no-works', 'No work is kept yet: citations are followed from the kept ones.');
    if (followed.works.every((w) => w.references === null && w.citedBy === null))
      return refuse(
        'nothing-read',
        `Nobody says what the kept works cite or what cites them: attach their PDFs, bring a list of citations, or set an index.${followed.failed[0] ? ` ${followed.failed[0]}` : ''}`,
      );
    return followed;
  },
  async run(ctx, _input, { leads, works, sources, failed }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const number = 1 + (await em.count(CitationRound, { reviewId }));
    const records = await recordsOfWorks(em, reviewId, [...new Set([...works.map((w) => w.work), ...leads.flatMap((l) => l.of)])]);
    const before = new Set((await em.find(LeadRow, { reviewId }, { fields: ['key', 'direction'] })).map((l) => `${l.direction} ${l.key}`));
    const known = leads.filter((l) => l.work !== null);
    const open = leads.filter((l) => l.work === null);
    const fresh = open.filter((l) => !before.has(`${l.direction} ${l.key.slice(0, 320)}`));
    const by = { ...bylineOf(ctx, review), at: ctx.now() };
    await em.insert(CitationRound, {
      ...{ reviewId, number, day: localDay(ctx.now()), sources, known: known.length, seen: open.length - fresh.length },
      followed: works.flatMap((w) =>
        records.has(w.work) ? [{ record: records.get(w.work)!, references: w.references, citedBy: w.citedBy }] : [],
      ),
      cited: leads.filter((l) => l.direction === 'backwards').length,
      citing: leads.filter((l) => l.direction === 'forwards').length,
      ...by,
    });
    for (const [i, lead] of fresh.entries())
      em.create(LeadRow, {
        ...{
          reviewId,
          round: number,
          ordinal: i + 1,
          key: lead.key.slice(0, 320),
          direction: lead.direction,
          text: lead.text,
          item: lead.record,
        },
        ...{ ofRecords: lead.of.flatMap((no) => records.get(no) ?? []), takenRecord: null, left: '', ...by },
      });
    await em.flush();
    await noteChange(ctx, review, {
      kind: 'round',
      did: 'added',
      subject: `round ${number} of citation searching`,
      why: `${fresh.length} not seen before`,
    });
    return { number, fresh: fresh.length, known: known.length, seen: open.length - fresh.length, failed };
  },
});
