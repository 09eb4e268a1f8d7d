import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { MergeQuestion, WorkLink } from '@/platform/db/schema';
import { countAside, databasesOf, fileStamp, jobLines } from '@/stages/retrieve';
import { standingRulings } from '../store/merge-rulings';
import { decisionsToSettle } from './decisions-to-settle';

/** Records and works of each database and of each two, and the works that are listed. */
async function figures(ctx: Context, reviewId: string, databases: readonly { id: string; tag: string }[], pair: readonly string[]) {
  const places = pair.map((tag) => databases.findIndex((d) => d.tag === tag) + 1);
  const asked = places.length === 2 && !places.includes(0);
  // Works that are alike in where their records are from are counted together: of as many as there are, few kinds.
  const kinds = await ctx.em.execute<{ bases: number[]; works: number; listed: string | null }[]>(
    `select bases, count(*)::int as works, string_agg(work_no::text, ',') filter (where ${asked ? 'bases @> ?::int[]' : 'cardinality(bases) > 1'}) as listed
     from (
       select m.work_no, array_agg(coalesce(array_position(?::uuid[], r.database_id), 0) order by r.database_id) as bases from work_record m
       join record r on r.review_id = m.review_id and r.no = m.record_no where m.review_id = ? and m.active group by m.work_no
     ) as each_work group by bases`,
    [...(asked ? [`{${places.join(',')}}`] : []), `{${databases.map((d) => d.id).join(',')}}`, reviewId],
  );
  const overlap = databases.map(() => databases.map(() => 0));
  const records = databases.map(() => 0);
  let [all, works, joined] = [0, 0, 0];
  for (const kind of kinds) {
    all += kind.works * kind.bases.length;
    works += kind.works;
    if (kind.bases.length > 1) joined += kind.works;
    const at = [...new Set(kind.bases)].filter((place) => place > 0).map((place) => place - 1);
    for (const place of kind.bases) if (place > 0) records[place - 1]! += kind.works;
    for (const a of at) for (const b of at) overlap[a]![b]! += kind.works;
  }
  const listed = kinds.flatMap((kind) => kind.listed?.split(',').map(Number) ?? []).sort((a, b) => a - b);
  return { overlap, records, listed, asked, all, works, joined };
}

/** Records that are in no work yet: others only when files are read or given up, retrievals withdrawn, or all are merged. */
async function waitingNow(ctx: Context, reviewId: string): Promise<number> {
  const count = async () => {
    const [{ waiting }] = await ctx.em.execute<[{ waiting: number }]>(
      `select count(*)::int as waiting from active_record r where r.review_id = ?
       and not exists (select 1 from work_record m where m.review_id = r.review_id and m.record_no = r.no and m.active)
       and not exists (select 1 from set_aside a where a.review_id = r.review_id and a.record_no = r.no)`,
      [reviewId],
    );
    return waiting;
  };
  return partOf(ctx, reviewId, 'waiting-records', ['whole'], count, { also: await fileStamp(ctx, reviewId), stored: '1' });
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
  // It takes a look at every work. What is asked of two databases is not stored: an address can name whatever it likes.
  const { overlap, records, listed, asked, all, works, joined } = await partOf(
    ctx,
    reviewId,
    'merge-figures',
    ['whole', 'source_database'],
    () => figures(ctx, reviewId, databases, pair),
    { large: true, also: pair.join(' '), ...(pair.length ? {} : { stored: '1' }) },
  );
  const waiting = await waitingNow(ctx, reviewId);
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
