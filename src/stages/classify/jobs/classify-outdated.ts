import { MERGE_RULE_SET, RULE_SET } from '@/core/storage';
import type { Context } from '@/platform/context';
import { enqueue } from '@/platform/queue/queue';
import { ASIDE_RULES } from '@/stages/retrieve';

const WHY = 'since an update all works are classified anew. What is known of them is shown when that is done.';

/**
 * Queues the classification of every review that was classified by other rules than these, as after an update of the
 * application, or in which records failed by others; not one that waits for it already.
 * @returns how many were queued
 */
export async function classifyOutdated(ctx: Context): Promise<number> {
  const outdated = await ctx.em.execute<{ id: string }[]>(
    `select r.id from review r
     where (exists (select 1 from work w where w.review_id = r.id) and exists (select 1 from record_claims c where c.review_id = r.id
         and (c.rule_set not like ? or not exists (select 1 from merge_state s where s.review_id = r.id and s.rules = ?)))
         or exists (select 1 from set_aside a where a.review_id = r.id and a.rules <> ?))
       and not exists (select 1 from job j where j.review_id = r.id and j.kind = 'classify-review' and j.state in ('queued', 'running'))`,
    [`${RULE_SET}:%`, MERGE_RULE_SET, ASIDE_RULES],
  );
  for (const { id } of outdated) await ctx.em.transactional((tx) => enqueue(tx, id, 'classify-review', null, { message: WHY }));
  return outdated.length;
}
