import { isoToDay } from '@/core/record';
import { quotaWords } from '@/core/sieve';
import { type Context, openReview } from '@/platform/context';
import { schemeOf } from '@/stages/classify';
import { criteriaOf } from '@/stages/question';
import { databasesOf } from '@/stages/retrieve';
import { spokenWords } from '../store/overrides';
import { versionState } from '../store/versions';

/** What every view of the sieve shows. */
export async function sievePage(ctx: Context, reviewId: string) {
  const review = await openReview(ctx, reviewId);
  const scheme = await schemeOf(ctx.em, review);
  const { version, edited } = await versionState(ctx.em, review);
  return {
    reviewId,
    revision: review.revision,
    sieve: review.sieve,
    edit: review.sieveEdit,
    asOf: isoToDay(review.asOf),
    scheme,
    version: version?.number ?? 0,
    versionEdited: edited,
    spoken: await spokenWords(ctx.em, reviewId),
    quotas: (await criteriaOf(ctx, reviewId)).flatMap(({ id, text, quota }) =>
      quota ? [{ id, text: text || quotaWords(quota, scheme), quota }] : [],
    ),
    databases: (await databasesOf(ctx, reviewId)).map((d) => ({ id: d.id, tag: d.tag, name: d.name })),
  };
}
