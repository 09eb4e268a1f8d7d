import { randomUUID } from 'node:crypto';
import { SCHEMES } from '@/core/classify';
import { STARTING_SIEVE } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { Criterion, Review } from '@/platform/db/schema';
import { addMember } from '@/stages/people';
import { limitersOf, STARTS, type Start, type StartName, schemeOfStart } from '../starts';
import { asksOfEach } from '../store/criteria';
import { reasonsFromCriteria } from '../store/reasons';
import type { ReviewSettings } from './save-settings';

/** A new review, with what it begins with: criteria, the reasons that follow from them, minimum numbers and limiters. */
export async function createReview(ctx: Context, settings: ReviewSettings, from: StartName = 'empty'): Promise<{ id: string }> {
  const id = randomUUID();
  const start: Start = STARTS[from];
  const scheme = schemeOfStart(start, settings.scheme);
  const limiters = limitersOf(start, SCHEMES[scheme as keyof typeof SCHEMES] ?? SCHEMES['ocebm-2011']!);
  const review = ctx.em.create(Review, {
    ...{
      ...settings,
      person: settings.person || ctx.person.name || '',
      scheme,
      id,
      revision: 0,
      sieve: [...limiters, ...STARTING_SIEVE],
      sieveEdit: 0,
      createdAt: ctx.now(),
    },
    ...{ twoStages: start.twoStages, templates: null, writeUp: null, archivedAt: null, origin: null },
  });
  const criteria = start.criteria.map((c, position) => ({ ...c, id: randomUUID(), reviewId: id, position, archived: false }));
  for (const criterion of criteria) ctx.em.create(Criterion, criterion);
  if (criteria.length) await reasonsFromCriteria(ctx.em, ctx, review, [], asksOfEach(criteria));
  await ctx.em.flush();
  await addMember(ctx.em, id, ctx.person.id, 'owner', ctx.now());
  return { id };
}
