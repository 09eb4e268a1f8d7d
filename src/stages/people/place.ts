import { z } from 'zod';
import { type Context, NotFound } from '@/platform/context';
import { isMissingReference } from '@/platform/db/faults';
import { PersonPlace } from '@/platform/db/schema';
import { copyPerson } from './store/members';

/** An address below a review's, with what is asked of it: never one of somebody else's. */
export const placePath = z
  .string()
  .max(600)
  .regex(/^[a-z][a-z0-9/-]*(?:\?[^#\\]*)?$/);

/** Keeps where somebody is in a review, and which work they have open. */
export async function keepPlace({ em, person, now }: Context, reviewId: string, path: string, workNo: number | null): Promise<void> {
  const personId = person.id;
  if (!personId) return;
  const keep = () => em.upsert(PersonPlace, { reviewId, personId, path, workNo, at: now() });
  try {
    // An administrator can be in a review that they do not belong to, in a database that does not know them.
    await keep().catch(async (error: unknown) => {
      if (!isMissingReference(error)) throw error;
      await copyPerson(em, personId);
      await keep();
    });
  } catch (error) {
    // It was deleted at this moment.
    if (isMissingReference(error)) throw new NotFound('There is no such review.');
    throw error;
  }
}

/** Whoever was not heard of for so long has gone away. */
const GONE_MS = 25_000;

/** Who else has a work open now. */
export async function alsoAt({ em, person, now }: Context, reviewId: string, workNo: number): Promise<string[]> {
  const rows = await em.execute<{ name: string }[]>(
    `select p.name from person_place h join person p on p.id = h.person_id
     join membership m on m.review_id = h.review_id and m.person_id = h.person_id
     where h.review_id = ? and h.work_no = ? and h.person_id is distinct from ?::uuid and h.at > ? order by lower(p.name)`,
    [reviewId, workNo, person.id, new Date(now().getTime() - GONE_MS)],
  );
  return rows.map((r) => r.name);
}
