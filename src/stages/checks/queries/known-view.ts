import { knownRecall, numberNeededToRead, precision } from '@/core/checks';
import type { WorkState } from '@/core/flow';
import { peopleText } from '@/core/merge';
import { type BibRecord, intervalWords, readDate } from '@/core/record';
import type { Context } from '@/platform/context';
import { type ReviewState, reviewState } from '@/stages/decide';
import { databasesOf } from '@/stages/retrieve';
import { broughtWorks, type KnownWork, knownList } from '../store/known';

/** What became of a known work. `asked`: a person has to say which record it is, if any. */
export type KnownFate = WorkState | 'not-retrieved' | 'asked';

/** Where each known work stands, once the list's repeats are set aside. */
export interface Placed {
  known: KnownWork;
  fate: KnownFate;
  /** Place of its work in the columns; null when it was not retrieved or is asked about. */
  row: number | null;
  /** A work of the list that turned out to be the same work of the review. */
  sameAs: number | null;
}

interface RecordOfWork {
  record_no: number;
  work_no: number;
}

/** Places the known works among the works of the review. */
export async function placeKnown(ctx: Context, state: ReviewState): Promise<{ placed: Placed[]; repeats: Map<number, number> }> {
  const list = await knownList(ctx, state.review.id);
  const repeats = new Map<number, number>();
  for (const k of list) if (k.first !== k.number) repeats.set(k.first, (repeats.get(k.first) ?? 0) + 1);
  const records = [...new Set(list.flatMap((k) => k.matches.map((m) => m.record)))];
  const rows = records.length
    ? await ctx.em.execute<RecordOfWork[]>(
        'select record_no, work_no from work_record where review_id = ? and active and record_no = any(?::int[])',
        [state.review.id, `{${records.join(',')}}`],
      )
    : [];
  const workOf = new Map(rows.map((r) => [r.record_no, r.work_no]));
  const taken = new Map<number, number>();
  const placed = list
    .filter((k) => k.first === k.number)
    .map((known): Placed => {
      const nowhere: Placed = { known, fate: 'not-retrieved', row: null, sameAs: null };
      const work = workIn(known, workOf);
      if (work === 'asked') return { ...nowhere, fate: 'asked' };
      const row = work === null ? undefined : state.indexOf.get(work);
      if (work === null || row === undefined) return nowhere;
      const sameAs = taken.get(work) ?? null;
      if (sameAs === null) taken.set(work, known.number);
      return { known, fate: state.states[row]!, row, sameAs };
    });
  return { placed, repeats };
}

/** The work that a known one is; null for none, `asked` while only a person can say. */
function workIn({ matches, ruled }: KnownWork, workOf: ReadonlyMap<number, number>): number | null | 'asked' {
  if (ruled === 0) return null;
  if (ruled != null) return workOf.get(ruled) ?? null;
  const there = matches.filter((m) => workOf.has(m.record));
  const same = new Set(there.filter((m) => m.verdict === 'same').map((m) => workOf.get(m.record)!));
  const [only] = same;
  if (only !== undefined && same.size === 1) return only;
  // The same as two works, or only perhaps as one.
  return there.length ? 'asked' : null;
}

/** Those that count: settled, each work once. */
export const settled = (placed: readonly Placed[]): Placed[] => placed.filter((p) => p.fate !== 'asked' && p.sameAs === null);

export interface KnownLine {
  number: number;
  title: string;
  detail: string;
  source: string;
  line: number;
  fate: KnownFate;
  /** Its work in the review; 0 without one. */
  work: number;
  records: number;
  sameAs: number | null;
  repeats: number;
  /** The limiters that stop or hold it, first the one it is lost to. */
  limiters: string[];
  ruled: boolean;
  asked: { record: number; work: number; tags: string[]; title: string; detail: string; sameTitle: boolean; same: boolean }[];
}

interface Matched {
  no: number;
  work_no: number;
  tag: string | null;
  title: string;
  container: string;
  year: string;
  doi: string;
}

/** Every known work with its fate, and what the list says of the search, of each database and after each limiter. */
export async function knownView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const { placed, repeats } = await placeKnown(ctx, state);
  const counted = settled(placed);
  const recall = knownRecall(
    state.run,
    counted.map((p) => p.row),
  );
  const matched = await matchedRecords(ctx, reviewId, placed);
  const works = await worksOf(
    ctx,
    reviewId,
    placed.flatMap((p) => (p.row === null ? [] : [state.columns.numbers[p.row]!])),
  );
  const brought = await broughtWorks(ctx, reviewId);
  const { sieve } = state.review;
  const { kept, excluded } = state.counts;
  return {
    revision: state.review.revision,
    lines: placed.map((p) => lineOf(p, brought.get(p.known.number)!, state, repeats, matched, works)),
    counted: counted.length,
    search: recall.search,
    after: recall.after.map(({ limiter, left, held, lost }) => ({
      ...{ id: sieve[limiter]!.id, name: sieve[limiter]!.name, left, held },
      lost: lost.map((i) => state.columns.numbers[i]!),
    })),
    databases: (await databasesOf(ctx, reviewId)).map((d) => ({
      tag: d.tag,
      name: d.name,
      share: recall.databases[state.columns.databases.indexOf(d.id)] ?? null,
    })),
    precision: precision(kept, kept + excluded),
    toRead: numberNeededToRead(kept, kept + excluded),
  };
}
export type KnownView = Awaited<ReturnType<typeof knownView>>;

function lineOf(
  { known, fate, row, sameAs }: Placed,
  { raw, item }: { raw: string; item: BibRecord },
  state: ReviewState,
  repeats: ReadonlyMap<number, number>,
  matched: ReadonlyMap<number, Matched>,
  works: ReadonlyMap<number, { records: number; title: string }>,
): KnownLine {
  const identifier = item.doi || (item.pmid && `PMID ${item.pmid}`);
  const work = row === null ? 0 : state.columns.numbers[row]!;
  const title = item.title || works.get(work)?.title || identifier || raw;
  const word = row === null || (fate !== 'stopped' && fate !== 'held') ? 0 : state.run.stops[row]! || state.run.holds[row]!;
  return {
    ...{ number: known.number, source: known.source, line: known.line, fate, work, sameAs },
    title,
    detail: detailOf(
      peopleText(item.authors),
      item.container,
      dateWords(item.dates.issue || item.dates.online),
      title === identifier ? '' : identifier,
    ),
    records: works.get(work)?.records ?? 0,
    repeats: repeats.get(known.number) ?? 0,
    limiters: state.review.sieve.flatMap((l, k) => ((word >>> k) & 1 ? [l.name] : [])),
    ruled: known.ruled != null,
    asked: fate === 'asked' ? choices(known, matched) : [],
  };
}

/** The works that it may be, each once, with the best of their records. */
function choices(known: KnownWork, matched: ReadonlyMap<number, Matched>): KnownLine['asked'] {
  const found = new Map<number, KnownLine['asked'][number]>();
  for (const m of known.matches) {
    const r = matched.get(m.record);
    if (!r) continue;
    const before = found.get(r.work_no);
    if (before) before.tags = [...new Set([...before.tags, r.tag ?? '--'])];
    else
      found.set(r.work_no, {
        ...{
          record: m.record,
          work: r.work_no,
          tags: [r.tag ?? '--'],
          title: r.title,
          detail: detailOf(r.container, dateWords(r.year), r.doi),
        },
        ...{ sameTitle: m.sameTitle, same: m.verdict === 'same' },
      });
  }
  return [...found.values()];
}

/** As dates are written everywhere; what is no date stays as printed. */
function dateWords(printed: string): string {
  const read = readDate(printed);
  return read ? intervalWords(read) : printed;
}

const detailOf = (...parts: string[]): string => parts.filter(Boolean).join(' · ');

/** The records that are asked about, as far as they are still there. */
async function matchedRecords(ctx: Context, reviewId: string, placed: readonly Placed[]): Promise<Map<number, Matched>> {
  const wanted = placed.filter((p) => p.fate === 'asked').flatMap((p) => p.known.matches.map((m) => m.record));
  if (wanted.length === 0) return new Map();
  const rows = await ctx.em.execute<Matched[]>(
    `select r.no, m.work_no, d.tag, r.item->>'title' as title, r.item->>'container' as container,
       coalesce(nullif(r.item->'dates'->>'issue', ''), r.item->'dates'->>'online') as year, r.item->>'doi' as doi
     from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no
     left join source_database d on d.review_id = r.review_id and d.id = r.database_id
     where m.review_id = ? and m.active and m.record_no = any(?::int[])`,
    [reviewId, `{${wanted.join(',')}}`],
  );
  return new Map(rows.map((r) => [r.no, r]));
}

async function worksOf(ctx: Context, reviewId: string, works: readonly number[]): Promise<Map<number, { records: number; title: string }>> {
  if (works.length === 0) return new Map();
  const rows = await ctx.em.execute<{ no: number; records: number; title: string }[]>(
    `select w.no, w.title, (select count(*)::int from work_record m where m.review_id = w.review_id and m.active and m.work_no = w.no) as records
     from work w where w.review_id = ? and w.no = any(?::int[])`,
    [reviewId, `{${works.join(',')}}`],
  );
  return new Map(rows.map(({ no, ...row }) => [no, row]));
}

/** Numbers of the known works that were retrieved: those that a limiter can lose. */
export async function knownWorks(ctx: Context, reviewId: string): Promise<number[]> {
  if (!(await ctx.em.execute<unknown[]>('select 1 from known_record where review_id = ? and not removed limit 1', [reviewId])).length)
    return [];
  const state = await reviewState(ctx, reviewId);
  const { placed } = await placeKnown(ctx, state);
  return settled(placed).flatMap((p) => (p.row === null ? [] : [state.columns.numbers[p.row]!]));
}
