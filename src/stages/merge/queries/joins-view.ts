import { compareRecords, comparisonWords, type MergeKeys, prepare } from '@/core/merge';
import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { databasesOf, standsFor } from '@/stages/retrieve';
import { standingRulings } from '../store/merge-rulings';

const PAGE = 50;
const SPOT_CHECK = 20;

export interface JoinedRecord {
  no: number;
  tag: string;
  database: string;
  title: string;
  authors: string;
}
/** A work of several records with its weakest tie: the first place to look for a wrong join. */
export interface JoinLine {
  workNo: number;
  records: JoinedRecord[];
  /** The pair of records that speaks least for one publication, with its score and words. */
  weakest: { a: number; b: number; score: number; words: string };
  /** A person joined some of them. */
  ruled: boolean;
}

export type JoinOrder = 'weakest' | 'newest' | 'sample';

interface Row {
  work_no: number;
  no: number;
  database_id: string | null;
  stable_name: string;
  title: string;
  authors: string;
  keys: MergeKeys;
}

/**
 * Works of several records, to be searched and spot-checked.
 * @param order the weakest joins first, the newest works first, or a sample of twenty, the same for the same seed
 */
export async function joinsView(
  ctx: Context,
  reviewId: string,
  { find, order, page, seed }: { find: string; order: JoinOrder; page: number; seed: number },
) {
  await openReview(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const wanted = find.trim().toLowerCase();
  const scores = wanted
    ? await scoresOf(ctx, reviewId, wanted)
    : await partOf(ctx, reviewId, 'join-scores', ['whole'], () => scoresOf(ctx, reviewId), { large: true, stored: '1' });
  const rank = (i: number): number =>
    order === 'newest' ? -scores.works[i]! : order === 'sample' ? drawn(scores.works[i]!, seed) : scores.weakest[i]!;
  const sorted = Array.from(scores.works, (_, i) => i).sort((x, y) => rank(x) - rank(y) || scores.works[x]! - scores.works[y]!);
  const listed = (order === 'sample' ? sorted.slice(0, SPOT_CHECK) : sorted).map((i) => scores.works[i]!);
  const pages = Math.max(1, Math.ceil(listed.length / PAGE));
  const at = Math.min(Math.max(1, page), pages);
  const shown = listed.slice((at - 1) * PAGE, at * PAGE);
  const members = byWork(await rowsOf(ctx, reviewId, shown));
  const joined = new Set((await standingRulings(ctx.em, reviewId)).filter((r) => r.verdict === 'join').flatMap((r) => [r.a, r.b]));
  return {
    total: scores.works.length,
    pages,
    page: at,
    joins: shown.flatMap((workNo): JoinLine[] => {
      const own = members.get(workNo);
      if (!own) return [];
      return [
        {
          workNo,
          records: own.map((m) => {
            const database = standsFor(m, databases);
            return { no: m.no, tag: database.tag, database: database.name, title: m.title, authors: m.authors ?? '' };
          }),
          weakest: weakestTie(own),
          ruled: own.some((m) => joined.has(m.no)),
        },
      ];
    }),
  };
}

/** Records of works of several, with what they are compared by. @param works those that are wanted; all when not given */
const rowsOf = (ctx: Context, reviewId: string, works?: readonly number[]): Promise<Row[]> =>
  ctx.em.execute<Row[]>(
    `select m.work_no, r.no, r.database_id, r.stable_name, r.item->>'title' as title, k.doc as keys,
       (select string_agg(a->>'family', ', ') from jsonb_array_elements(r.item->'authors') a) as authors
     from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no
     join merge_key k on k.review_id = m.review_id and k.record_no = m.record_no
     where m.review_id = ? and m.active ${works ? 'and m.work_no = any(?::int[])' : ''} and exists (
       select 1 from work_record o where o.review_id = m.review_id and o.work_no = m.work_no and o.active and o.record_no <> m.record_no)
     order by m.work_no, r.no`,
    works ? [reviewId, `{${works.join(',')}}`] : [reviewId],
  );

function byWork(rows: readonly Row[]): Map<number, Row[]> {
  const works = new Map<number, Row[]>();
  for (const row of rows) {
    const own = works.get(row.work_no);
    if (own) own.push(row);
    else works.set(row.work_no, [row]);
  }
  return works;
}

/** How much the weakest tie of each work says. @param find words in a title or a name */
async function scoresOf(ctx: Context, reviewId: string, find = ''): Promise<{ works: number[]; weakest: number[] }> {
  const works = [...byWork(await rowsOf(ctx, reviewId))].filter(
    ([, members]) => !find || members.some((m) => `${m.title} ${m.authors ?? ''}`.toLowerCase().includes(find)),
  );
  return {
    works: works.map(([no]) => no),
    weakest: works.map(([, members]) => weakestTie(members).score),
  };
}
export type JoinsView = Awaited<ReturnType<typeof joinsView>>;

/** Each record with the one that speaks most for it; of these ties the one that says least. */
function weakestTie(members: readonly Row[]): JoinLine['weakest'] {
  const prepared = members.map((m) => prepare(m.keys));
  let weakest: JoinLine['weakest'] | null = null;
  for (let i = 0; i < members.length; i++) {
    let best: JoinLine['weakest'] | null = null;
    for (let j = 0; j < Math.min(members.length, MOST_COMPARED); j++) {
      if (i === j) continue;
      const compared = compareRecords(prepared[i]!, prepared[j]!);
      if (!best || compared.score > best.score)
        best = { a: members[i]!.no, b: members[j]!.no, score: compared.score, words: comparisonWords({ ...compared, contradictions: [] }) };
    }
    if (best && (!weakest || best.score < weakest.score)) weakest = best;
  }
  return weakest!;
}
/** A publication that was retrieved very often is compared with its first records only. */
const MOST_COMPARED = 12;

/** A place in a random order that is the same for the same seed. */
const drawn = (no: number, seed: number): number => {
  let h = (Math.imul(no, 0x9e3779b1) ^ Math.imul(seed + 1, 0x85ebca6b)) >>> 0;
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d) >>> 0;
  return (h ^ (h >>> 13)) >>> 0;
};
