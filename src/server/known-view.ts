import { numberNeededToRead, precision, relativeRecall, type Share } from '@/core/checks';
import type { WorkState } from '@/core/flow';
import { KnownRecord, RecordRow } from '@/db/schema';
import { type Context, openReview } from './context';
import { titlesOf } from './precedents';
import { type ReviewState, reviewState } from './review-state';
import { databasesOf } from './save-database';

export interface KnownLine {
  no: number;
  given: string;
  how: KnownRecord['how'];
  /** The work it is; null when it is none of the review, or nobody has said yet. */
  work: number | null;
  title: string;
  fate: WorkState | 'ask' | 'not-retrieved';
  /** The limiter that stopped or holds it, and the reason when it is excluded. */
  by: string;
  tags: string[];
  candidates: { record: number; work: number; title: string; year: string; score: number }[];
}

export interface KnownView {
  lines: KnownLine[];
  removed: number;
  /** Known relevant works, each once, whether they are in the review or not. */
  known: number;
  /** Of those: retrieved by any search, and by each database. */
  search: Share | null;
  databases: { tag: string; name: string; recall: Share | null }[];
  /** In the order of the sieve: still there after it, and how many it is the first to stop, or stops at all. */
  limiters: { id: string; name: string; on: boolean; after: Share | null; lost: number[]; stops: number; holds: number }[];
  /** Of the whole review: kept of screened, and works to be read for each kept. */
  precision: Share | null;
  nnr: { value: number; low: number; high: number } | null;
}

/** The known relevant works, what became of each, and what that says of the search and of the limiters. */
export async function knownView(ctx: Context, reviewId: string): Promise<KnownView> {
  await openReview(ctx, reviewId);
  const state = await reviewState(ctx, reviewId);
  const all = await ctx.em.find(KnownRecord, { reviewId }, { orderBy: { no: 'asc' } });
  const rows = all.filter((k) => !k.removed);
  const records = [...new Set(rows.flatMap((k) => [...(k.recordNo ? [k.recordNo] : []), ...k.candidates.map((c) => c.record)]))];
  const places = await ctx.em.execute<{ record_no: number; work_no: number }[]>(
    'select record_no, work_no from work_record where review_id = ? and active and record_no = any(?::int[])',
    [reviewId, `{${records.join(',')}}`],
  );
  const workOf = new Map(places.map((p) => [p.record_no, p.work_no]));
  const titles = await titlesOf(ctx, reviewId, [...new Set(workOf.values())]);
  const asked = await ctx.em.find(
    RecordRow,
    { reviewId, no: { $in: rows.flatMap((k) => k.candidates.map((c) => c.record)) } },
    { fields: ['no', 'item'] },
  ); // prettier-ignore
  const yearOf = new Map(asked.map((r) => [r.no, /\d{4}/.exec(r.item.dates.issue || r.item.dates.online)?.[0] ?? '']));
  const databases = await databasesOf(ctx, reviewId);
  const lines = rows.map((k): KnownLine => {
    const work = k.recordNo === null || k.recordNo === undefined ? null : (workOf.get(k.recordNo) ?? null);
    const index = work === null ? undefined : state.indexOf.get(work);
    const membership = index === undefined ? 0 : state.columns.membership[index]!;
    return {
      ...{ no: k.no, given: k.given, how: k.how, work, title: work === null ? '' : (titles.get(work) ?? '') },
      fate: index !== undefined ? state.states[index]! : work === null && k.candidates.length > 0 ? 'ask' : 'not-retrieved',
      by: index === undefined ? '' : byOf(state, index, work!),
      tags: databases.filter((_, bit) => (membership >>> bit) & 1).map((d) => d.tag),
      candidates: k.candidates.flatMap((c) => {
        const of = workOf.get(c.record);
        return of === undefined ? [] : [{ ...c, work: of, title: titles.get(of) ?? '', year: yearOf.get(c.record) ?? '' }];
      }),
    };
  });
  return { lines, removed: all.length - rows.length, ...recallOf(state, lines, databases) };
}

function byOf({ review, outcomes, states, decisions }: ReviewState, index: number, work: number): string {
  if (states[index] === 'excluded') return decisions.get(work)?.reasonText ?? '';
  const by = outcomes.by[index]!;
  return (states[index] === 'stopped' || states[index] === 'held') && by >= 0 ? (review.sieve[by]?.name ?? '') : '';
}

function recallOf(state: ReviewState, lines: readonly KnownLine[], databases: readonly { tag: string; name: string }[]) {
  const found = [...new Set(lines.flatMap((l) => (l.work === null ? [] : [l.work])))];
  // Those that nobody has matched yet are known all the same; whether they were found is open, so they count as not.
  const known = found.length + lines.filter((l) => l.work === null).length;
  const at = found.map((no) => state.indexOf.get(no)!);
  const { columns, run, review, counts } = state;
  const kept = counts.kept;
  const screened = counts.kept + counts.excluded;
  let lostBefore = new Set<number>();
  return {
    known,
    search: relativeRecall(found.length, known),
    databases: databases.map(({ tag, name }, bit) => ({
      ...{ tag, name },
      recall: relativeRecall(at.filter((i) => (columns.membership[i]! >>> bit) & 1).length, known),
    })),
    limiters: review.sieve.map((l, k) => {
      const stops = at.filter((i) => (run.stops[i]! >>> k) & 1);
      const lost = stops.filter((i) => !lostBefore.has(i));
      lostBefore = new Set([...lostBefore, ...stops]);
      return {
        ...{ id: l.id, name: l.name, on: l.on, lost: lost.map((i) => columns.numbers[i]!), stops: stops.length },
        holds: at.filter((i) => (run.holds[i]! >>> k) & 1).length,
        after: relativeRecall(at.length - lostBefore.size, known),
      };
    }),
    precision: precision(kept, screened),
    nnr: numberNeededToRead(kept, screened),
  };
}
