import { Review } from '@/platform/db/schema';
import { currentContext } from '@/platform/http/current-context';
import { reviewState } from '@/stages/decide';

/** So many reviews are likely to be asked for first. */
const LATEST = 2;

/** Connects to the database and reads the reviews that were begun last. Whoever asks meanwhile is answered as ever. */
export async function warmUp(): Promise<void> {
  try {
    const ctx = await currentContext();
    for (const { id } of await ctx.em.find(Review, {}, { orderBy: { createdAt: 'desc' }, limit: LATEST })) await reviewState(ctx, id);
  } catch {
    // It was only to save time: what is wrong shows in the first answer that needs it.
  }
}
