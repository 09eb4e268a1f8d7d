import type { EntityManager } from '@mikro-orm/postgresql';
import { OCEBM_2011 } from '@/core/classify';
import { axisOf, readNative, type SearchStep } from '@/core/parity';
import { SourceDatabase } from '@/platform/db/schema';

/**
 * A limiter that was set in a search shows that its database can limit by that axis: where nobody described the axis, it
 * is described so, with the name of the control. With several databases searched at once nobody can say whose it was.
 */
export async function describeDatabase(
  em: EntityManager,
  reviewId: string,
  { databaseIds, steps, searchedOn }: { databaseIds: readonly string[]; steps: readonly SearchStep[]; searchedOn: string },
): Promise<void> {
  if (databaseIds.length !== 1 || steps.length === 0) return;
  const database = await em.findOne(SourceDatabase, { reviewId, id: databaseIds[0]! });
  if (!database) return;
  const axes = { ...database.profile.axes };
  let changed = false;
  for (const limiter of steps.flatMap((s) => s.limiters)) {
    if (limiter.how !== 'control') continue;
    const { axis } = readNative(limiter, database.profile, searchedOn, OCEBM_2011);
    if (!axis || axes[axis].capability !== 'undescribed') continue;
    axes[axis] = axisOf('native', { control: axis === 'date' ? '' : limiter.name });
    changed = true;
  }
  if (changed) database.profile = { ...database.profile, axes };
}
