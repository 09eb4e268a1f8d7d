import type { EntityManager } from '@mikro-orm/postgresql';
import type { DecisionVerdict, Stage } from '@/core/flow';
import type { Columns } from '@/core/sieve';
import { derivedFrom, recent } from '@/platform/cache/process-wide';
import type { DecidedHow } from '@/platform/db/schema';

export interface CurrentDecision {
  stage: Stage;
  verdict: DecisionVerdict;
  seq: number;
  reasonCode: string;
  reasonText: string;
  grounds: string;
  page: string;
  note: string;
  sieveVersion: number;
  person: string;
  personId: string | null;
  /** How it came about where two judge. */
  how: DecidedHow | null;
  at: Date;
}

/** The latest decision on a work at each stage, taken back ones included. */
export interface StagedDecisions {
  screening?: CurrentDecision;
  fullText?: CurrentDecision;
}

type Row = Omit<CurrentDecision, 'sieveVersion' | 'reasonCode' | 'reasonText' | 'personId' | 'at'> & {
  person_id: string | null;
  work_no: number;
  sieve_version: number;
  reason_code: string;
  reason_text: string;
  at: string;
};

/**
 * Decisions are only ever added, so those that were read once need not be read again: of a review that was asked about
 * lately only the newest are fetched, and a count says whether that were all.
 */
interface Held {
  count: number;
  newest: number;
  /** By the number of the work they were made on. */
  latest: Map<number, StagedDecisions>;
  /** Told apart by seq: what was met once is passed over. */
  seen: Set<string>;
}
const held = recent<Held>('decisions', 4);
/** A decision can be stored a little after one that was made a little later. */
const MARGIN_MS = 10_000;
/** When more are missing, all are read anew. */
const MOST_MISSING = 1000;

async function heldOf(em: EntityManager, reviewId: string): Promise<Held> {
  let known = held.get(reviewId);
  const { n, recent: newest } = await newsOf(em, reviewId, known ? known.newest - MARGIN_MS : Number.POSITIVE_INFINITY);
  if (known?.count === n) return known;
  if (known && known.count < n) {
    const { seen } = known;
    const missing = newest.split(' ').filter((key) => key && !seen.has(key));
    if (missing.length && missing.length <= MOST_MISSING) take(known, await rowsOf(em, reviewId, missing));
  }
  if (!known || known.count < n) {
    known = { count: 0, newest: 0, latest: new Map(), seen: new Set() };
    take(known, await rowsOf(em, reviewId, null));
  }
  // More than were counted came between the two questions: they are decisions all the same.
  held.set(reviewId, known);
  return known;
}

/** How many decisions there are, and the names of the newest: many people decide at once, and each is told of all. */
async function newsOf(em: EntityManager, reviewId: string, since: number): Promise<{ n: number; recent: string }> {
  const [row] = await em.execute<[{ n: number; recent: string }]>(
    `select count(*)::int as n,
       coalesce((select string_agg(work_no || '/' || seq, ' ') from decision where review_id = ? and at >= ?::timestamptz), '') as recent
     from decision where review_id = ?`,
    [reviewId, Number.isFinite(since) ? new Date(since) : 'infinity', reviewId],
  );
  return row;
}

/** @param keys which are wanted; null for all */
const rowsOf = (em: EntityManager, reviewId: string, keys: readonly string[] | null) =>
  em.execute<Row[]>(
    `select work_no, stage, verdict, seq, reason_code, reason_text, grounds, page, note, sieve_version, person, person_id, how, at from decision
     where review_id = ? ${keys === null ? '' : `and (work_no, seq) in (${keys.map(() => '(?, ?)').join(', ')})`} order by work_no, seq`,
    [reviewId, ...(keys ?? []).flatMap((key) => key.split('/').map(Number))],
  );

function take(into: Held, rows: readonly Row[]) {
  for (const { work_no: work, reason_code, reason_text, sieve_version, person_id: personId, at, ...row } of rows) {
    const key = `${work}/${row.seq}`;
    if (into.seen.has(key)) continue;
    into.seen.add(key);
    into.count++;
    const decision = { ...row, reasonCode: reason_code, reasonText: reason_text, sieveVersion: sieve_version, personId, at: new Date(at) };
    into.newest = Math.max(into.newest, decision.at.getTime());
    const known = into.latest.get(work) ?? {};
    const place = row.stage === 'full-text' ? 'fullText' : 'screening';
    if ((known[place]?.seq ?? 0) < row.seq) into.latest.set(work, { ...known, [place]: decision });
  }
}

/** What works became other works, by the revision that the columns are of. */
const homes = derivedFrom<Columns, Map<number, number>>('homes');

/** Where the works went that became others, at the revision of the columns. */
export async function homesOf(em: EntityManager, reviewId: string, columns: Columns): Promise<Map<number, number>> {
  const known = homes.get(columns);
  if (known) return known;
  const rows = await em.execute<{ no: number; absorbed_by: number }[]>(
    'select no, absorbed_by from work where review_id = ? and absorbed_by is not null',
    [reviewId],
  );
  const direct = new Map(rows.map((r) => [r.no, r.absorbed_by]));
  const home = (no: number): number => {
    let at = no;
    for (let hops = 0; direct.has(at) && hops < direct.size; hops++) at = direct.get(at)!;
    return at;
  };
  const found = new Map(rows.map((r) => [r.no, home(r.no)]));
  homes.set(columns, found);
  return found;
}

/**
 * The latest decisions on works; a work that was absorbed hands its decisions to the one it joined, where that has none.
 * @returns with a version that is another when any was added
 */
export async function latestDecisions(
  em: EntityManager,
  reviewId: string,
  columns: Columns,
): Promise<{ staged: ReadonlyMap<number, StagedDecisions>; version: number }> {
  const { latest, count: version } = await heldOf(em, reviewId);
  const home = await homesOf(em, reviewId, columns);
  if (![...home.keys()].some((no) => latest.has(no))) return { staged: latest, version };
  const staged = new Map<number, StagedDecisions>();
  for (const [no, own] of latest) if (!home.has(no)) staged.set(no, own);
  const absorbed = [...latest].filter(([no]) => home.has(no)).sort((a, b) => a[0] - b[0]);
  for (const place of ['screening', 'fullText'] as const)
    for (const [no, { [place]: theirs }] of absorbed) {
      const to = home.get(no)!;
      const known = staged.get(to) ?? {};
      // Its own come first; of several that it absorbed, that with the higher number of decisions.
      if (!theirs || latest.get(to)?.[place] || (known[place]?.seq ?? 0) >= theirs.seq) continue;
      staged.set(to, { ...known, [place]: theirs });
    }
  return { staged, version };
}

/** Numbers of the works that became this one. */
export async function absorbedBy(em: EntityManager, reviewId: string, columns: Columns, workNo: number): Promise<number[]> {
  const home = await homesOf(em, reviewId, columns);
  return [...home].flatMap(([no, to]) => (to === workNo ? [no] : [])).sort((a, b) => a - b);
}
