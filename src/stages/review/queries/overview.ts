import { type Identity, type Progress, reconcile, type WorkState } from '@/core/flow';
import { isoToDay } from '@/core/record';
import type { Columns } from '@/core/sieve';
import { bitCount } from '@/core/vocabularies';
import { derivedFrom } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { Job } from '@/platform/db/schema';
import { type ReviewState, reviewState } from '@/stages/decide';
import { countedFiles } from '@/stages/retrieve';
import { standingVersion } from '@/stages/sieve';
import { type QuotaFigures, quotaFigures } from './quotas';

/** The figures of the stage strip. */
export interface Overview {
  records: number;
  works: number;
  /** Records that could not be processed and are in no work. */
  aside: number;
  settledShare: number | null;
  through: number;
  held: number;
  stopped: number;
  states: Record<WorkState, number>;
  progress: Progress;
  version: number;
  /** Whether a person changed the sieve since its last version. */
  versionEdited: boolean;
  identities: Identity[];
  quotas: QuotaFigures[];
  /** Jobs that are under way: figures may still change. */
  working: boolean;
}

export async function overview(ctx: Context, reviewId: string, given?: ReviewState): Promise<Overview> {
  const state = given ?? (await reviewState(ctx, reviewId));
  const { columns, outcomes, counts } = state;
  const works = columns.numbers.length;
  const working = (await ctx.em.count(Job, { reviewId, state: { $in: ['queued', 'running'] } })) > 0;
  const { records, merged, aside, files } = await countedFiles(ctx, reviewId, columns, working);
  const fates = [0, 0, 0];
  for (const fate of outcomes.fate) fates[fate]!++;
  const { version, byPerson } = await standingVersion(ctx, state.review);
  return {
    records,
    works,
    aside,
    settledShare: settledShare(state),
    through: fates[0]!,
    held: fates[1]!,
    stopped: fates[2]!,
    states: counts,
    progress: state.progress,
    version: version?.number ?? 0,
    versionEdited: state.review.sieve.length > 0 && byPerson,
    identities: reconcile({
      files,
      records,
      works,
      mergedAway: merged,
      aside,
      states: counts,
      funnel: { through: fates[0]!, held: fates[1]!, stopped: fates[2]! },
    }),
    quotas: await quotaFigures(ctx, state, isoToDay(state.review.asOf)),
    working,
  };
}

/** Share of the five axes, over all works, that are settled. Date counts as settled when a day interval is known. */
function settledShare({ columns }: ReviewState): number | null {
  const works = columns.numbers.length;
  if (works === 0) return null;
  const known = shares.get(columns);
  if (known !== undefined) return known;
  let settled = 0;
  for (const axis of ['sourceType', 'publicationType', 'peerReview', 'level'] as const)
    for (const mask of columns.all[axis]) if (bitCount(mask) === 1) settled++;
  for (const to of columns.dates.earliest.to) if (to !== 2147483647) settled++;
  shares.set(columns, settled / (works * 5));
  return settled / (works * 5);
}
/** A sieve that changes leaves it as it is. */
const shares = derivedFrom<Columns, number>('settled-shares');
