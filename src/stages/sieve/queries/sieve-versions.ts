import type { Sieve } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { SieveVersion } from '@/platform/db/schema';

/** A saved version, as a list shows it. Plain data. */
export interface VersionLine {
  number: number;
  note: string;
  person: string;
  at: string;
  asOf: string;
  limiters: Sieve;
  /** Decisions that were made under it. */
  decisions: number;
}

export async function versionsOf(ctx: Context, reviewId: string): Promise<VersionLine[]> {
  const versions = await ctx.em.find(SieveVersion, { reviewId }, { orderBy: { number: 'desc' } });
  const made = await ctx.em.execute<{ sieve_version: number; n: number }[]>(
    'select sieve_version, count(*)::int as n from decision where review_id = ? group by sieve_version',
    [reviewId],
  );
  return versions.map((v) => ({
    ...{ number: v.number, note: v.note, person: v.person, at: v.at.toISOString(), asOf: v.basis.asOf, limiters: v.limiters },
    decisions: made.find((m) => m.sieve_version === v.number)?.n ?? 0,
  }));
}
