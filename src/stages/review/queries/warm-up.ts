import type { Context } from '@/platform/context';
import { onEveryServer } from '@/platform/db/directory';
import { freshEm } from '@/platform/db/orm';
import { Review } from '@/platform/db/schema';
import { ANYBODY } from '@/platform/verbs/rights';
import { reviewState } from '@/stages/decide';

/** So many reviews are likely to be asked for first. */
const LATEST = 2;

/** Connects to the databases and reads the reviews that were begun last. Whoever asks meanwhile is answered as ever. */
export async function warmUp(): Promise<void> {
  try {
    await onEveryServer(await freshEm(), async (em) => {
      const ctx: Context = { em, person: ANYBODY, now: () => new Date() };
      for (const { id } of await em.find(Review, {}, { orderBy: { createdAt: 'desc' }, limit: LATEST })) await reviewState(ctx, id);
    });
  } catch {
    // It was only to save time: what is wrong shows in the first answer that needs it.
  }
}
