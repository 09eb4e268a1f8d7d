import { isoToDay } from '@/core/record';
import { type Context, openReview } from '@/platform/context';
import { Criterion } from '@/platform/db/schema';
import { schemeOf } from '@/stages/classify';
import { databasesOf } from '@/stages/retrieve';
import { standingOverrides } from '../store/overrides';
import { versionState } from '../store/versions';

/** What every view of the sieve shows. */
export async function sievePage(ctx: Context, reviewId: string) {
  const review = await openReview(ctx, reviewId);
  const { version, edited } = await versionState(ctx.em, review);
  return {
    reviewId,
    revision: review.revision,
    sieve: review.sieve,
    edit: review.sieveEdit,
    asOf: isoToDay(review.asOf),
    scheme: await schemeOf(ctx.em, review),
    version: version?.number ?? 0,
    versionEdited: edited,
    overrides: await standingOverrides(ctx.em, reviewId),
    quotas: (await ctx.em.find(Criterion, { reviewId, archived: false }, { orderBy: { position: 'asc' } })).flatMap(
      ({ id, text, quota }) => (quota ? [{ id, text, ...quota }] : []),
    ),
    databases: (await databasesOf(ctx, reviewId)).map((d) => ({ id: d.id, tag: d.tag, name: d.name })),
  };
}
