import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { LEFT, type Override, type Sieve, STOPPED } from '@/core/sieve';
import { Review, SieveOverride, Work } from '@/db/schema';
import { type Context, type Result, refuse } from './context';

/** Words of people that stand, each on the work that has its record now. Later ones come after, and outrank. */
export async function standingOverrides(em: EntityManager, reviewId: string): Promise<Override[]> {
  const rows = await em.execute<{ fate: 'pass' | 'stop'; limiters: string[]; work_no: number }[]>(
    `select o.fate, o.limiters, w.work_no from sieve_override o
     join work_record w on w.review_id = o.review_id and w.record_no = o.record_no and w.active
     where o.review_id = ? and o.fate <> 'undo'
       and not exists (select 1 from sieve_override u where u.review_id = o.review_id and u.undoes = o.seq) order by o.seq`,
    [reviewId],
  );
  return rows.map((r) => ({ work: r.work_no, limiters: r.limiters, fate: r.fate === 'pass' ? LEFT : STOPPED }));
}

export const OverrideWorks = z.strictObject({
  works: z.array(z.int().positive()).min(1).max(5000),
  /** The limiters that are overridden; the others still apply. */
  limiters: z.array(z.string().min(1).max(64)).min(1).max(30),
  fate: z.enum(['pass', 'stop']),
  reason: z.string().trim().min(1).max(2000),
});

/** Releases, stops or rescues works at some limiters, with a reason. @returns the numbers of the rows, to undo them by */
export async function overrideWorks(
  ctx: Context,
  reviewId: string,
  input: z.infer<typeof OverrideWorks>,
): Promise<Result<{ seqs: number[]; overrides: Override[] }>> {
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`override:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const known = new Set(review.sieve.map((l) => l.id));
    if (input.limiters.some((id) => !known.has(id)))
      return refuse('no-limiter', 'The sieve has changed: one of these limiters is not in it any more.');
    const works = await tx.find(Work, { reviewId, no: { $in: input.works }, absorbedBy: null });
    if (works.length !== new Set(input.works).size)
      return refuse('no-work', 'Some of these works are not in the review any more. Reload the page.');
    let seq = await lastSeq(tx, reviewId);
    const seqs: number[] = [];
    for (const work of works.sort((a, b) => a.no - b.no)) {
      seqs.push(++seq);
      tx.create(SieveOverride, {
        ...{ reviewId, seq, fate: input.fate, limiters: input.limiters, recordNo: work.shownRecord, workNo: work.no, undoes: null },
        ...{ reason: input.reason, person: review.person, at: ctx.now() },
      });
    }
    await tx.flush();
    return { ok: true, seqs, overrides: await standingOverrides(tx, reviewId) };
  });
}

export const UndoOverrides = z.strictObject({ seqs: z.array(z.int().positive()).min(1).max(5000) });

/** Takes words back; rows stay. What was taken back before stays so. */
export async function undoOverrides(
  ctx: Context,
  reviewId: string,
  { seqs }: z.infer<typeof UndoOverrides>,
): Promise<Result<{ overrides: Override[] }>> {
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`override:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const rows = await tx.find(SieveOverride, { reviewId, seq: { $in: seqs }, fate: { $ne: 'undo' } });
    const undone = new Set((await tx.find(SieveOverride, { reviewId, undoes: { $in: seqs } })).map((r) => r.undoes));
    let seq = await lastSeq(tx, reviewId);
    for (const row of rows.filter((r) => !undone.has(r.seq)))
      tx.create(SieveOverride, {
        ...{
          reviewId,
          seq: ++seq,
          fate: 'undo' as const,
          limiters: row.limiters,
          recordNo: row.recordNo,
          workNo: row.workNo,
          undoes: row.seq,
        },
        ...{ reason: 'Taken back.', person: review.person, at: ctx.now() },
      });
    await tx.flush();
    return { ok: true, overrides: await standingOverrides(tx, reviewId) };
  });
}

async function lastSeq(tx: EntityManager, reviewId: string): Promise<number> {
  const [{ last }] = await tx.execute<[{ last: number }]>(
    'select coalesce(max(seq), 0)::int as last from sieve_override where review_id = ?',
    [reviewId],
  );
  return last;
}

/** Words that stand on a work, by its records, newest first, with the names of their limiters. */
export async function overridesOn(ctx: Context, reviewId: string, records: readonly number[], sieve: Sieve) {
  const rows = await ctx.em.find(SieveOverride, { reviewId, recordNo: { $in: [...records] } }, { orderBy: { seq: 'desc' } });
  const undone = new Set(rows.map((r) => r.undoes));
  return rows.flatMap((r) =>
    r.fate === 'undo' || undone.has(r.seq)
      ? []
      : [
          {
            ...{ seq: r.seq, fate: r.fate, reason: r.reason, person: r.person, at: r.at.toISOString() },
            limiters: r.limiters.map((id) => sieve.find((l) => l.id === id)?.name ?? 'a limiter that was removed'),
          },
        ],
  );
}
