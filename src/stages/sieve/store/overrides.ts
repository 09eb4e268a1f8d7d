import type { EntityManager } from '@mikro-orm/postgresql';
import { LEFT, type Override, type Sieve, type SpokenWords, STOPPED } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { SieveOverride } from '@/platform/db/schema';

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

/** The same with the number of the last word, or of taking one back: what was read later has the same or a higher one. */
export async function spokenWords(em: EntityManager, reviewId: string): Promise<SpokenWords> {
  const last = await lastSeq(em, reviewId);
  return { last, overrides: await standingOverrides(em, reviewId) };
}

export async function lastSeq(tx: EntityManager, reviewId: string): Promise<number> {
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
