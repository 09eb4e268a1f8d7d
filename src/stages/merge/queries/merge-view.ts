import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { MergeQuestion, WorkLink } from '@/platform/db/schema';
import { countAside, databasesOf, jobLines } from '@/stages/retrieve';
import { standingRulings } from '../store/merge-rulings';
import { decisionsToSettle } from './decisions-to-settle';

/** Records and works of each database and of each two, and the works that are listed. */
async function figures(ctx: Context, reviewId: string, databases: readonly { id: string; tag: string }[], pair: readonly string[]) {
  const rows = await ctx.em.execute<{ work_no: number; n: number; bases: string[] }[]>(
    `select m.work_no, count(*)::int as n, array_agg(coalesce(r.database_id::text, '')) as bases from work_record m
     join record r on r.review_id = m.review_id and r.no = m.record_no where m.review_id = ? and m.active group by m.work_no order by m.work_no`,
    [reviewId],
  );
  const overlap = databases.map(() => databases.map(() => 0));
  const records = databases.map(() => 0);
  const places = pair.map((tag) => databases.findIndex((d) => d.tag === tag));
  const asked = places.length === 2 && !places.includes(-1);
  const listed: number[] = [];
  for (const row of rows) {
    const at = [...new Set(row.bases)].map((id) => databases.findIndex((d) => d.id === id)).filter((i) => i >= 0);
    for (const id of row.bases) {
      const i = databases.findIndex((d) => d.id === id);
      if (i >= 0) records[i]!++;
    }
    for (const a of at) for (const b of at) overlap[a]![b]!++;
    if (asked ? places.every((p) => at.includes(p)) : row.n > 1) listed.push(row.work_no);
  }
  return {
    ...{ overlap, records, listed, asked },
    all: rows.reduce((n, r) => n + r.n, 0),
    works: rows.length,
    joined: rows.filter((r) => r.n > 1).length,
  };
}

/**
 * How records became works: totals, overlap of databases, what a person should look at, and a list of works.
 * @param pair tags of two databases (one twice for its own works) whose shared works are to be listed; without it, or
 *   when there are no such databases, the works that have several records are
 */
export async function mergeView(ctx: Context, reviewId: string, pair: readonly string[] = []) {
  const { revision } = await openReview(ctx, reviewId);
  // Jobs come first: one that ends while the rest is read must count as under way, or nobody would look again.
  const jobs = (await jobLines(ctx, reviewId)).filter((j) => j.kind === 'classify-review');
  const databases = await databasesOf(ctx, reviewId);
  // It takes a look at every work; whatever makes other works raises the revision of the review.
  const name = `merge-figures ${pair.join(' ')}`;
  const { overlap, records, listed, asked, all, works, joined } = await partOf(
    ctx,
    reviewId,
    name,
    ['review', 'source_database'],
    () => figures(ctx, reviewId, databases, pair),
    true,
  );
  const [{ waiting }] = await ctx.em.execute<[{ waiting: number }]>(
    `select count(*)::int as waiting from active_record r where r.review_id = ?
     and not exists (select 1 from work_record m where m.review_id = r.review_id and m.record_no = r.no and m.active)
     and not exists (select 1 from set_aside a where a.review_id = r.review_id and a.record_no = r.no)`,
    [reviewId],
  );
  const links = await ctx.em.find(WorkLink, { reviewId }, { fields: ['type', 'fromNo', 'toNo'] });
  const rulings = await standingRulings(ctx.em, reviewId);
  return {
    revision,
    databases: databases.map((d, i) => ({ name: d.name, tag: d.tag, records: records[i]!, works: overlap[i]![i]! })),
    overlap,
    records: all,
    works,
    /** Works of several records. */
    joined,
    /** Records that came, or came back, and are in no work yet. */
    waiting,
    aside: await countAside(ctx.em, reviewId),
    questions: await ctx.em.count(MergeQuestion, { reviewId }),
    links: links.length,
    retractions: links.filter((l) => l.type === 'retraction-of').length,
    rulings: new Set(rulings.map((r) => r.act)).size,
    settle: await decisionsToSettle(ctx, reviewId),
    jobs,

    /** Tags of the databases whose shared works are listed; empty when it is the works of several records. */
    pair: asked ? [...pair] : [],
    listed,
  };
}
export type MergeView = Awaited<ReturnType<typeof mergeView>>;
