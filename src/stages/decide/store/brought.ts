import type { Review } from '@/platform/db/schema';

/** Says of a moment in a review whether what was done then was done elsewhere, before the review came here as a bundle. */
export function broughtUntil({ origin }: Pick<Review, 'origin'>): (at: Date | string) => boolean {
  if (!origin) return () => false;
  const until = new Date(origin.broughtAt).getTime();
  return (at) => new Date(at).getTime() <= until;
}
