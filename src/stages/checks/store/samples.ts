import type { Stratum } from '@/core/checks';
import type { Context } from '@/platform/context';
import { SampleVerdict } from '@/platform/db/schema';
import { isOwn, type ReviewState } from '@/stages/decide';

/** Works that the sieve stops and nobody has decided, by the limiter that stops each first. */
export function stoppedStrata({ review, columns, states, outcomes }: ReviewState): Stratum[] {
  const strata = review.sieve.map((l) => ({ limiter: l.id, works: [] as number[] }));
  states.forEach((state, i) => {
    if (state === 'stopped') strata[outcomes.by[i]!]!.works.push(columns.numbers[i]!);
  });
  return strata.filter((s) => s.works.length > 0);
}

/** Works that this person kept or excluded by title and abstract. */
export function ownDecisions(ctx: Pick<Context, 'person'>, { review, columns, staged }: ReviewState): Map<number, 'keep' | 'exclude'> {
  const own = new Map<number, 'keep' | 'exclude'>();
  for (const no of columns.numbers) {
    const said = staged.get(no)?.screening;
    if (said && !said.how && isOwn(ctx, review, said) && (said.verdict === 'keep' || said.verdict === 'exclude')) own.set(no, said.verdict);
  }
  return own;
}

/** What holds of each work of each sample: the latest, unless it was taken back. */
export async function standingVerdicts(ctx: Context, reviewId: string): Promise<Map<number, Map<number, SampleVerdict>>> {
  const rows = await ctx.em.find(SampleVerdict, { reviewId }, { orderBy: { seq: 'asc' } });
  const latest = new Map<number, Map<number, SampleVerdict>>();
  for (const row of rows) {
    let check = latest.get(row.checkNumber);
    if (!check) {
      check = new Map();
      latest.set(row.checkNumber, check);
    }
    if (row.verdict === 'undo') check.delete(row.workNo);
    else check.set(row.workNo, row);
  }
  return latest;
}
