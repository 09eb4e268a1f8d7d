import { z } from 'zod';
import type { Context } from '@/platform/context';
import { PersonPlace } from '@/platform/db/schema';
import { soundText } from '@/platform/verbs/sound-input';

/** An address below a review's, with what is asked of it: never one of somebody else's. */
export const Place = z.strictObject({
  path: z
    .string()
    .max(600)
    .regex(/^[a-z][a-z0-9/-]*(?:\?[^#\\]*)?$/),
});

/** Keeps where somebody is in a review. */
export async function keepPlace({ em, person, now }: Context, reviewId: string, path: string): Promise<void> {
  if (!person.id) return;
  await em.upsert(PersonPlace, { reviewId, personId: person.id, path: soundText(path), at: now() });
}
