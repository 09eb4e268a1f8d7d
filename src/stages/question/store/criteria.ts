import type { Context } from '@/platform/context';
import { Criterion } from '@/platform/db/schema';

/** The review's criteria in force, in order. */
export const criteriaOf = (ctx: Context, reviewId: string) =>
  ctx.em.find(Criterion, { reviewId, archived: false }, { orderBy: { position: 'asc' } });
