import { perRequest } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { shortHash } from '@/platform/short-hash';

/** What is another whenever records came or went, merged or not: by the state of each file and what was read of it. */
export const fileStamp = (ctx: Context, reviewId: string): Promise<string> =>
  perRequest(ctx, `file-stamp|${reviewId}`, async () => {
    const [{ files }] = await ctx.em.execute<[{ files: string }]>(
      `select coalesce(string_agg(concat_ws(' ', f.id, f.state, f.parsed, t.withdrawn), ',' order by f.id), '') as files
       from import_file f left join retrieval t on t.review_id = f.review_id and t.id = f.retrieval_id where f.review_id = ?`,
      [reviewId],
    );
    return shortHash(files);
  });
