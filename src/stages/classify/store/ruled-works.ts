import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import type { EvidenceScheme, WorkAxis } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { venueKey } from '@/core/venues';
import { Review, type RulingRow } from '@/platform/db/schema';
import { queueReclassify } from '@/platform/queue/queue';
import { Unprocessable } from '@/stages/retrieve';
import { reclassifyWorks } from '../jobs/reclassify-works';

/** More works than this are classified again in the background; fewer at once. */
const AT_ONCE = 10_000;

export const causeSchema = z.strictObject({
  kind: z.enum(['journal', 'claims']),
  key: z.string().min(1).max(2000),
  label: z.string().max(2000),
});

export const pickedWorks = z.array(z.int().positive()).min(1).max(3000);

/** Numbers of the works that share a cause. */
export async function worksWith(
  em: EntityManager,
  reviewId: string,
  axis: WorkAxis,
  cause: z.infer<typeof causeSchema>,
): Promise<number[]> {
  if (cause.kind === 'claims') {
    const rows = await em.execute<{ no: number }[]>(
      `select no from work where review_id = ? and absorbed_by is null and axes->?->'causes' @> ?::jsonb order by no`,
      [reviewId, axis, JSON.stringify([{ key: cause.key }])],
    );
    return rows.map((r) => r.no);
  }
  const rows = await em.execute<{ no: number; container: string }[]>(
    `select distinct m.work_no as no, r.item->>'container' as container from work_record m
     join record r on r.review_id = m.review_id and r.no = m.record_no where m.review_id = ? and m.active order by 1`,
    [reviewId],
  );
  return [...new Set(rows.filter((r) => venueKey(r.container) === cause.key).map((r) => r.no))];
}

export const membersOf = (em: EntityManager, reviewId: string, works: readonly number[]) =>
  em.execute<{ work_no: number; record_no: number; stable_name: string }[]>(
    `select m.work_no, m.record_no, r.stable_name from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no
     where m.review_id = ? and m.active and m.work_no = any(?::int[]) order by m.work_no, m.record_no`,
    [reviewId, `{${works.join(',')}}`],
  );

export const unknownCodes = (axis: WorkAxis, codes: readonly string[], scheme: EvidenceScheme): boolean => {
  const known = new Set(axisValues(axis, scheme).map((v) => v.code));
  return codes.some((c) => !known.has(c));
};

/** A standing ruling may have settled works that came later: those are found by their journal, or all are looked at. */
export async function standingWorks(tx: EntityManager, reviewId: string, ruling: RulingRow): Promise<number[]> {
  if (ruling.cause!.kind === 'journal') return worksWith(tx, reviewId, ruling.axis, ruling.cause!);
  const rows = await tx.execute<{ no: number }[]>(
    `select no from work where review_id = ? and absorbed_by is null and axes->?->>'tier' = 'ruled'`,
    [reviewId, ruling.axis],
  );
  return rows.map((r) => r.no);
}

export async function takeEffect(
  tx: EntityManager,
  reviewId: string,
  works: readonly number[],
): Promise<{ revision: number; later: boolean }> {
  // A job that is under way would overwrite what is done here: then the works are done after it.
  const [{ free }] = await tx.execute<[{ free: boolean }]>('select pg_try_advisory_xact_lock(hashtext(?)) as free', [
    `records:${reviewId}`,
  ]);
  // Behind the lock: what a job that just ended made of the works is what this goes on from.
  const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
  if (!free || works.length > AT_ONCE) {
    await queueReclassify(tx, reviewId);
    return { revision: review.revision, later: true };
  }
  try {
    return { revision: await reclassifyWorks(tx, review, works), later: false };
  } catch (error) {
    if (!(error instanceof Unprocessable)) throw error;
    // The job sets aside what cannot be processed, and does the rest.
    await queueReclassify(tx, reviewId);
    return { revision: review.revision, later: true };
  }
}
