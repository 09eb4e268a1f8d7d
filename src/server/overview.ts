import { type Identity, reconcile, type WorkState } from '@/core/flow';
import { axisValues, type Columns } from '@/core/sieve';
import { bitCount, maskOf } from '@/core/vocabularies';
import { Criterion, ImportFile, Job, Retrieval } from '@/db/schema';
import type { Context } from './context';
import { MAX_REJECTED_ROWS } from './import-file';
import { retrievalsOf } from './retrievals';
import { type ReviewState, reviewState } from './review-state';
import { databaseNames, databasesOf } from './save-database';
import { versionState } from './save-sieve';

/** The figures of the stage strip. */
export interface Overview {
  records: number;
  works: number;
  settledShare: number | null;
  through: number;
  held: number;
  stopped: number;
  states: Record<WorkState, number>;
  decided: number;
  toDecide: number;
  version: number;
  versionEdited: boolean;
  identities: Identity[];
  quotas: { criterion: string; atLeast: number; kept: number; through: number }[];
  /** Jobs that are under way: figures may still change. */
  working: boolean;
}

export async function overview(ctx: Context, reviewId: string, given?: ReviewState): Promise<Overview> {
  const state = given ?? (await reviewState(ctx, reviewId));
  const { columns, outcomes, counts } = state;
  const works = columns.numbers.length;
  const [{ records }] = await ctx.em.execute<[{ records: number }]>(
    'select count(*)::int as records from active_record where review_id = ?',
    [reviewId],
  );
  const [{ merged }] = await ctx.em.execute<[{ merged: number }]>(
    'select (count(*) - count(distinct work_no))::int as merged from work_record where review_id = ? and active',
    [reviewId],
  );
  const fates = [0, 0, 0];
  for (const fate of outcomes.fate) fates[fate]!++;
  const { version, edited } = await versionState(ctx.em, state.review);
  const withdrawn = await ctx.em.find(Retrieval, { reviewId, withdrawn: true });
  const files = await ctx.em.find(ImportFile, { reviewId, state: 'imported', retrievalId: { $nin: withdrawn.map((r) => r.id) } });
  const retrievals = await retrievalsOf(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const [{ rejected }] = await ctx.em.execute<[{ rejected: Record<string, number> | null }]>(
    `select json_object_agg(file_id, n) as rejected from (select file_id, count(*)::int as n from rejected_entry where review_id = ? group by file_id) t`,
    [reviewId],
  );
  const inFiles = await ctx.em.execute<{ file_id: string; n: number }[]>(
    'select file_id, count(*)::int as n from active_record where review_id = ? group by file_id',
    [reviewId],
  );
  const decided = counts.kept + counts.excluded + counts.background;
  return {
    records,
    works,
    settledShare: settledShare(state),
    through: fates[0]!,
    held: fates[1]!,
    stopped: fates[2]!,
    states: counts,
    decided,
    toDecide: counts.undecided + counts.waiting,
    version: version?.number ?? 0,
    versionEdited: state.review.sieve.length > 0 && edited,
    identities: reconcile({
      // Counted in the tables themselves, and held against what the import said it read.
      files: files.map((f) => ({
        name: f.name,
        database: databaseNames(retrievals.find((r) => r.id === f.retrievalId)!, databases),
        parsed: inFiles.find((n) => n.file_id === f.id)?.n ?? 0,
        // Of millions only the first are listed; the import counted them all.
        rejected: f.rejected > MAX_REJECTED_ROWS ? f.rejected : (rejected?.[f.id] ?? 0),
        entries: f.parsed + f.rejected,
      })),
      records,
      works,
      mergedAway: merged,
      states: counts,
      funnel: { through: fates[0]!, held: fates[1]!, stopped: fates[2]! },
    }),
    quotas: await quotas(ctx, state),
    working: (await ctx.em.count(Job, { reviewId, state: { $in: ['queued', 'running'] } })) > 0,
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
const shares = new WeakMap<Columns, number>();

async function quotas(ctx: Context, state: ReviewState): Promise<Overview['quotas']> {
  const criteria = await ctx.em.find(Criterion, { reviewId: state.review.id, archived: false }, { orderBy: { position: 'asc' } });
  return criteria.flatMap(({ text, quota }) => {
    if (!quota) return [];
    const allowed = maskOf(axisValues(quota.axis, state.scheme), quota.allowed);
    let [kept, through] = [0, 0];
    state.columns.all[quota.axis].forEach((mask, i) => {
      if (mask & ~allowed) return;
      if (state.states[i] === 'kept') kept++;
      if (state.outcomes.fate[i] === 0) through++;
    });
    return [{ criterion: text, atLeast: quota.atLeast, kept, through }];
  });
}
