import { z } from 'zod';
import {
  type Cell,
  checkSteps,
  hiddenBy,
  leaksOf,
  type NativeLimiter,
  onlyElsewhere,
  type Parity,
  parityOf,
  type RetrievalInParity,
  type StepFindingCode,
  settingsFor,
  type Took,
} from '@/core/parity';
import { type Columns, type Limiter, limiterWords, type SieveContext } from '@/core/sieve';
import { venueKey } from '@/core/venues';
import { partOf } from '@/platform/cache/parts';
import { derivedFrom } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { shortHash } from '@/platform/short-hash';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { databaseNames, databasesOf, retrievalsOf } from '@/stages/retrieve';
import { type SieveState, sieveContext, sieveState } from '../store/sieve-state';
import { retrievalsAlone } from './retrievals-alone';

/** What parity rests on. */
async function groundsOf(ctx: Context, reviewId: string) {
  const state = await sieveState(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const rows = (await retrievalsOf(ctx, reviewId)).filter((r) => !r.withdrawn);
  return { state, databases, rows };
}
type Grounds = Awaited<ReturnType<typeof groundsOf>>;

/** Everything behind the parity view, with the works themselves. */
async function workedOut(ctx: Context, { state, databases, rows }: Grounds) {
  const { review, scheme, columns } = state;
  const retrievals = await retrievalsAlone(ctx, review, rows, databases, { sieve: review.sieve, scheme });
  const context = await sieveContext(ctx, review, scheme, columns);
  const parity = parityOf(review.sieve, columns, context, retrievals, review.parityTolerance);
  return { state, databases, rows, retrievals, context, parity };
}

/** A cell with how many works stand behind each of its numbers. */
export type CellLine = Omit<Cell, 'closed' | 'blind' | 'leaks' | 'changes'> & {
  closed: number;
  blind: number;
  leaks: number;
  changes: number;
};

/** A limiter that was set at a database, tested at its own meaning and level. */
export interface NativeLine {
  name: string;
  how: NativeLimiter['how'];
  level: 'item' | 'venue';
  lostAfter: number | null;
  /** What it asks, in words; null when nobody knows. */
  asks: string | null;
  leaks: number;
  unsure: number;
  took: Took | null;
  hidden: number;
  notIndexed: number;
}

export interface ParityView extends Omit<Parity, 'rows'> {
  rows: { limiter: string | null; name: string; cells: (CellLine | null)[] }[];
  retrievals: {
    id: string;
    number: number;
    tags: string[];
    names: string;
    searchedOn: string;
    rerun: string;
    databases: { id: string; tag: string }[];
    records: number;
    natives: NativeLine[];
    /** Limiters that got lost in its steps, and counts that did not fall. */
    findings: string[];
  }[];
  /** The share of works that a limiter may leave undecided. */
  tolerance: number;
  /** The limiters of the sieve as steps for the next run at each database. */
  settings: { tag: string; name: string; steps: ReturnType<typeof settingsFor> }[];
}

/** The view of a review's columns, while nothing that it rests on changes: several pages ask for it. */
const views = derivedFrom<Columns, { key: string; view: ParityView }>('parity');

export async function parityView(ctx: Context, reviewId: string): Promise<ParityView> {
  const grounds = await groundsOf(ctx, reviewId);
  const { review, columns, overrides } = grounds.state;
  const key = JSON.stringify([review.sieve, review.asOf, review.parityTolerance, overrides, grounds.rows, grounds.databases]);
  const known = views.get(columns);
  if (known?.key === key) return known.view;
  const also = shortHash(`${columns.revision} ${key} ${JSON.stringify(grounds.state.scheme)}`);
  const view = await partOf(ctx, reviewId, 'parity', ['whole'], () => viewed(ctx, grounds), { also, stored: '1' });
  views.set(columns, { key, view });
  return view;
}

async function viewed(ctx: Context, grounds: Grounds): Promise<ParityView> {
  const { state, databases, rows, retrievals, context, parity } = await workedOut(ctx, grounds);
  const { review, scheme } = state;
  const known = retrievals.some((r) => r.natives.some((n) => n.meaning));
  const venueOf = known ? await venues(ctx, review.id, state.columns) : nowhere;
  const elsewhere = retrievals.map((r) => (r.natives.length ? onlyElsewhere(r, retrievals, state.columns, venueOf) : NOBODY));
  const line = (c: Cell): CellLine => ({
    ...c,
    ...{ closed: c.closed.length, blind: c.blind.length, leaks: c.leaks.length, changes: c.changes.length },
  });
  return {
    ...parity,
    rows: parity.rows.map((r) => ({ ...r, cells: r.cells.map((c) => c && line(c)) })),
    retrievals: rows.map((row, i) => ({
      ...{ id: row.id, number: row.number, names: databaseNames(row, databases), searchedOn: row.searchedOn, rerun: row.rerun },
      tags: databases.filter((d) => row.databaseIds.includes(d.id)).map((d) => d.tag),
      databases: databases.filter((d) => row.databaseIds.includes(d.id)).map(({ id, tag }) => ({ id, tag })),
      records: retrievals[i]!.records.numbers.length,
      findings: checkSteps(row.steps, row.reported).flatMap((f) => (LOST.includes(f.code) ? [f.message] : [])),
      natives: retrievals[i]!.natives.map((n) => nativeLine(n, retrievals[i]!, retrievals, state, context, elsewhere[i]!)),
    })),
    tolerance: review.parityTolerance,
    settings: databases.map((d) => ({ tag: d.tag, name: d.name, steps: settingsFor(d.profile, review.sieve, scheme, context.asOf) })),
  };
}

function nativeLine(
  n: RetrievalInParity['natives'][number],
  r: RetrievalInParity,
  all: readonly RetrievalInParity[],
  { columns, scheme }: SieveState,
  context: SieveContext,
  elsewhere: Uint8Array,
): NativeLine {
  const { leaks, unsure, took } = leaksOf(n, r, context, all);
  const hidden = hiddenBy(n, r, elsewhere, columns, context);
  const asks = n.meaning && limiterWords(bare(n.meaning), scheme, context.asOf);
  return {
    ...{ name: n.name, how: n.how, level: n.level, lostAfter: n.lostAfter, asks, took },
    ...{ leaks: leaks.length, unsure: unsure.length, hidden: hidden.out.length, notIndexed: hidden.notIndexed.length },
  };
}

/** What the steps alone say of limiters, before any record is looked at. */
const LOST: readonly StepFindingCode[] = ['limiter-vanished', 'narrowing-equal', 'narrowing-rose'];

const bare = (test: Limiter['test']): Limiter => ({
  ...{ id: 'n', name: 'n', test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
});

const nowhere = () => 0;
const NOBODY = new Uint8Array();
/** By the numbers of the columns: a ruling leaves them, and whatever moves works makes them anew. */
const venueMaps = derivedFrom<Int32Array, Int32Array>('venues-of-works');

/** A number for the journal or book in which each work stands, by its title as venues are told apart; 0 for none. */
async function venues(ctx: Context, reviewId: string, { numbers }: Columns): Promise<(work: number) => number> {
  let places = venueMaps.get(numbers);
  if (!places) {
    // A row a journal: many works stand in few.
    const rows = await ctx.em.execute<{ container: string; works: string }[]>(
      `select container, string_agg(no::text, ',') as works from work where review_id = ? and absorbed_by is null group by container`,
      [reviewId],
    );
    places = new Int32Array(Math.max(0, ...numbers.subarray(-1)) + 1);
    const known = new Map([['', 0]]);
    for (const { container, works } of rows) {
      const key = venueKey(container);
      const venue = known.get(key) ?? known.size;
      known.set(key, venue);
      for (const no of works.split(',')) places[Number(no)] = venue;
    }
    venueMaps.set(numbers, places);
  }
  const found = places;
  return (work) => found[work] ?? 0;
}

export const askParity = reviewQuery({
  name: 'parity',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['sieve', 'classification', 'retrieval'],
  run: async (ctx) => ({ view: await parityView(ctx, ctx.reviewId) }),
});

export const ParityWorks = z.strictObject({
  retrieval: z.uuid(),
  /** Id of a limiter of the sieve, or the name of a native one. */
  limiter: z.string().min(1).max(200),
  what: z.enum(['closed', 'blind', 'leaks', 'changes', 'native-leaks', 'native-unsure', 'hidden', 'not-indexed']),
});

/** A cell of the parity view with the works themselves; null where there is none. @param limiter id of one of the sieve */
export async function cellOfParity(ctx: Context, reviewId: string, limiter: string, retrieval: string): Promise<Cell | null> {
  const { rows, parity } = await workedOut(ctx, await groundsOf(ctx, reviewId));
  const column = rows.findIndex((r) => r.id === retrieval);
  return parity.rows.find((r) => r.limiter === limiter)?.cells[column] ?? null;
}

/** Numbers of the works behind a figure of the parity view. */
export const parityWorks = reviewQuery({
  name: 'parity-works',
  right: 'read',
  input: ParityWorks,
  refuses: ['no-retrieval'],
  rests: ['sieve', 'classification', 'retrieval'],
  async run(ctx, input) {
    const { reviewId } = ctx;
    const { rows, retrievals, context, parity, state } = await workedOut(ctx, await groundsOf(ctx, reviewId));
    const i = rows.findIndex((r) => r.id === input.retrieval);
    const r = retrievals[i];
    if (!r) return refuse('no-retrieval', 'This retrieval is not in the review any more.');
    if (input.what === 'closed' || input.what === 'blind' || input.what === 'leaks' || input.what === 'changes') {
      const row = parity.rows.find((p) => (p.limiter ?? p.name) === input.limiter);
      return { numbers: row?.cells[i]?.[input.what] ?? [] };
    }
    const native = r.natives.find((n) => n.name === input.limiter);
    if (!native) return { numbers: [] };
    if (input.what === 'native-leaks' || input.what === 'native-unsure') {
      const { leaks, unsure } = leaksOf(native, r, context, retrievals);
      return { numbers: input.what === 'native-leaks' ? leaks : unsure };
    }
    const elsewhere = onlyElsewhere(r, retrievals, state.columns, await venues(ctx, reviewId, state.columns));
    const hidden = hiddenBy(native, r, elsewhere, state.columns, context);
    return { numbers: input.what === 'hidden' ? hidden.out : hidden.notIndexed };
  },
});
