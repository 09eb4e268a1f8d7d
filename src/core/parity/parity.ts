import { type Columns, IN, type Limiter, limiterKey, OUT, rowOf, type Sieve, type SieveContext, UNKNOWN, verdictsOf } from '@/core/sieve';
import { axisOfMeaning, type Meaning, type NativeLimiter } from './natives';
import type { LimiterProfile } from './profile';
import { type AtLimiter, reachOf } from './reach';
import { areTwins, relate } from './relate';
import { didItTake, type Took } from './took';
import { workMarks } from './work-marks';

/** By priority: the first that holds is a cell's word. */
export const CELL_STATES = [
  'waived',
  'not-taken',
  'narrower-there',
  'extra-there',
  'blind',
  'partly-blind',
  'proxy',
  'looser-there',
  'even',
] as const;
export type CellState = (typeof CELL_STATES)[number];

/** A retrieval with what it was limited by and its records, each judged alone. */
export interface RetrievalInParity {
  id: string;
  /** Ids of the databases that it searched. */
  databases: readonly string[];
  /** Their profiles, in the same order. */
  profiles: readonly LimiterProfile[];
  /**
   * Limiters that were active at the end, and those that got lost on the way. `stated`: why the review's own sieve is
   * counted on in place of one that did not take; '' where nobody said so.
   */
  natives: readonly (NativeLimiter & { lostAfter: number | null; stated?: string })[];
  /** Day number of the search. */
  searchedOn: number;
  /** Its records as columns: a row is a record, numbered as the record is. */
  records: Columns;
  /** The work of each row. */
  works: Int32Array;
  /** What limiters that read text say of each row, by `answerKey`. */
  answers: ReadonlyMap<string, Uint8Array>;
}

export interface Cell {
  state: CellState;
  /** Names of the native limiters behind it, and how each was set. */
  setBy: { name: string; how: NativeLimiter['how']; lostAfter: number | null }[];
  level: 'item' | 'venue' | null;
  /** A limiter set there that did not take, in place of which the sieve is counted on; '' where there is none. */
  stated: string;
  /** Works that came in there and are closed here. */
  closed: number[];
  /** How many works of this retrieval come to the limiter: no earlier one of the sieve stops them. */
  reached: number;
  /** Of those, works that the limiter cannot decide by this retrieval's records alone. */
  blind: number[];
  /** Of those, works whose outcome hangs on it: nothing else in the sieve stops or holds them, and all records together do not tell either. */
  changes: number[];
  /** Works that the native limiter should have kept out. */
  leaks: number[];
  took: Took | null;
  /** Why it is so, in one sentence; and what can be done. */
  why: string;
  remedy: string;
}

export interface ParityRow {
  /** Id of a limiter of the sieve, or null for a native limiter without a twin in it. */
  limiter: string | null;
  name: string;
  /** One a retrieval, in their order; null where a native limiter without a twin was not set. */
  cells: (Cell | null)[];
}

export interface Parity {
  rows: ParityRow[];
  /** Cells, and how many of them are even. */
  cells: number;
  even: number;
  /** Works, and on how many of them every limiter could tell. */
  works: number;
  told: number;
  /** Works whose outcome hangs on a cell that is not even. */
  hanging: number;
}

/** The share of works that a limiter may leave undecided and its cell still be called even, unless the review says otherwise. */
export const USUAL_TOLERANCE = 0.05;
/** From here on the records of a retrieval do not carry what a limiter reads. */
const MOSTLY = 0.5;

/** Limiters of the sieve and every native limiter set anywhere, by retrievals: was each applied evenly? */
export function parityOf(
  sieve: Sieve,
  columns: Columns,
  context: SieveContext,
  retrievals: readonly RetrievalInParity[],
  tolerance = USUAL_TOLERANCE,
): Parity {
  const on = sieve.filter((l) => l.on);
  const reach = reachOf(on, columns, context);
  const rows: ParityRow[] = on.map((limiter, k) => ({
    limiter: limiter.id,
    name: limiter.name,
    cells: retrievals.map((r) => cellOf(limiter, r, columns, context, retrievals, reach(k), tolerance)),
  }));
  const alone = new Set(
    retrievals.flatMap((r) => r.natives.filter((n) => !on.some((l) => areTwins(l.test, n.meaning))).map((n) => n.name)),
  );
  for (const name of alone)
    rows.push({
      limiter: null,
      name,
      cells: retrievals.map((r) => {
        const native = r.natives.find((n) => n.name === name);
        return native ? extraCell(native, r, context, retrievals) : null;
      }),
    });
  const cells = rows.flatMap((row) => row.cells.filter((c) => c !== null));
  return {
    rows,
    cells: cells.length,
    even: cells.filter((c) => c.state === 'even').length,
    works: columns.numbers.length,
    told: toldByAll(on, columns, context),
    hanging: new Set(cells.flatMap((c) => (c.state === 'even' || c.state === 'waived' ? [] : c.changes))).size,
  };
}

/** Works on which no limiter had to say that it can't tell, whatever its policy makes of that. */
function toldByAll(sieve: Sieve, columns: Columns, context: SieveContext): number {
  const open = new Uint8Array(columns.numbers.length);
  for (const limiter of sieve) {
    const verdicts = verdictsOf(limiter, columns, context);
    for (let i = 0; i < open.length; i++) if (verdicts[i] === UNKNOWN) open[i] = 1;
  }
  return open.length - countOf(open, 1);
}

/** What a test says of a retrieval's records. Nobody writes into it. */
export function judgeRecords(test: Meaning, r: RetrievalInParity, context: SieveContext, from?: Limiter): Uint8Array {
  const { waivers: _, ...plain } = from ?? {
    id: 'n',
    name: 'n',
    test,
    evidence: 'stated-and-inferred' as const,
    whenUnknown: 'hold' as const,
    rationale: '',
    on: true,
  };
  const limiter = { ...plain, test };
  const key = limiterKey(limiter, { ...context, overrides: [] });
  const known = judged.get(r.records) ?? new Map<string, Uint8Array>();
  judged.set(r.records, known);
  const found = known.get(key) ?? verdictsOf(limiter, r.records, { ...context, answers: r.answers });
  if (known.size >= MOST_JUDGED) known.clear();
  known.set(key, found);
  return found;
}

/** Verdicts on the records of retrievals, which are asked for over and over: by cells, by leaks, by what was hidden. */
const judged = new WeakMap<Columns, Map<string, Uint8Array>>();
const MOST_JUDGED = 64;

/** Works of the rows with a verdict, each once. */
const worksAt = (r: RetrievalInParity, verdicts: Uint8Array, wanted: number): number[] => {
  const met = workMarks(r.works);
  const works: number[] = [];
  for (let i = 0; i < verdicts.length; i++) {
    const work = r.works[i]!;
    if (verdicts[i] !== wanted || met[work]) continue;
    met[work] = 1;
    works.push(work);
  }
  return works;
};

function countOf(values: Uint8Array, wanted: number): number {
  let n = 0;
  for (let i = 0; i < values.length; i++) if (values[i] === wanted) n++;
  return n;
}

/** Out and decidable records of a native limiter's meaning. */
export function leaksOf(native: NativeLimiter, r: RetrievalInParity, context: SieveContext, all: readonly RetrievalInParity[]) {
  if (!native.meaning) return { leaks: [], unsure: [], took: null };
  const verdicts = judgeRecords(native.meaning, r, context);
  const out = countOf(verdicts, OUT);
  const decidable = verdicts.length - countOf(verdicts, UNKNOWN);
  const axis = native.axis ?? axisOfMeaning(native.meaning) ?? '';
  return {
    leaks: worksAt(r, verdicts, OUT),
    unsure: worksAt(r, verdicts, UNKNOWN),
    took: didItTake(decidable, out, axis, unlimited(native, r, context, all)),
  };
}

/** What the same databases' retrieval without such a limiter holds. */
function unlimited(native: NativeLimiter, r: RetrievalInParity, context: SieveContext, all: readonly RetrievalInParity[]) {
  const meaning = native.meaning!;
  const other = all.find(
    (o) => o !== r && o.databases.join() === r.databases.join() && !o.natives.some((n) => areTwins(meaning, n.meaning)),
  );
  if (!other) return null;
  const verdicts = judgeRecords(meaning, other, context);
  return { decidable: verdicts.length - countOf(verdicts, UNKNOWN), out: countOf(verdicts, OUT) };
}

function cellOf(
  limiter: Limiter,
  r: RetrievalInParity,
  columns: Columns,
  context: SieveContext,
  all: readonly RetrievalInParity[],
  at: AtLimiter,
  tolerance: number,
): Cell {
  const verdicts = judgeRecords(limiter.test, r, context, limiter);
  const set = r.natives.filter((n) => areTwins(limiter.test, n.meaning));
  // One that did not take, and that somebody said so of, is as if it had not been set.
  const twins = set.filter((n) => !n.stated || !(n.lostAfter !== null || leaksOf(n, r, context, all).took?.word === 'probably-not'));
  const stated = set.find((n) => n.stated && !twins.includes(n));
  const axis = axisOfMeaning(limiter.test);
  const profiles = axis ? r.profiles.map((p) => p.axes[axis]) : [];
  const whole = profiles.length > 0 && profiles.every((p) => p.capability === 'whole');
  const reached = at.reached(r.works);
  const undecided = limiter.test.kind === 'flags' ? unsaid(limiter, r, context, columns, verdicts) : worksAt(r, verdicts, UNKNOWN);
  const blind = undecided.filter(at.comes);
  const share = reached === 0 ? 0 : blind.length / reached;
  // One that a later step replaced by another of its kind is not lost.
  const native = twins.find((n) => n.lostAfter === null) ?? twins[0];
  const tested = native ? leaksOf(native, r, context, all) : null;
  // What came in by the native limiter, or because everything there qualifies, and is out by this one.
  const closed = native || whole ? worksAt(r, closedRows(verdicts, native, r, context), OUT) : [];
  const level = native?.level ?? (whole ? profiles[0]!.level : null);
  const base = {
    stated: stated?.name ?? '',
    setBy: (native ? [native, ...twins.filter((n) => n !== native)] : []).map(({ name, how, lostAfter }) => ({ name, how, lostAfter })),
    level,
    closed,
    reached,
    blind,
    changes: blind.filter(at.hangs),
    leaks: tested?.leaks ?? [],
    took: tested?.took ?? null,
  };
  const cell = (state: CellState, why: string, remedy: string): Cell => ({ ...base, state, why, remedy });
  const waiver = r.databases.length > 0 && r.databases.every((d) => limiter.waivers?.some((w) => w.database === d));
  if (waiver)
    return cell('waived', limiter.waivers!.find((w) => r.databases.includes(w.database))!.reason, 'Take the waiver back to have it even.');
  const lost = native && native.lostAfter !== null ? native : null;
  if (lost)
    return cell(
      'not-taken',
      `${lost.name} was set and is gone after line ${lost.lostAfter}.`,
      'Re-run it with the limiter in the last step, or count on this sieve and say so.',
    );
  if (tested?.took?.word === 'probably-not')
    return cell(
      'not-taken',
      `${native!.name} was set, yet ${tested.took.out} of ${tested.took.decidable} records are out by it: it probably did not take.`,
      'Re-run it, or count on this sieve and say so.',
    );
  const relation = native?.meaning ? relate(limiter.test, native.meaning, context.scheme, context.asOf, r.searchedOn) : null;
  if (relation?.narrower)
    return cell(
      'narrower-there',
      `${native!.name} keeps out what this limiter lets in: how many cannot be known from here.`,
      'Re-run it wider, or narrow the sieve to match.',
    );
  if (share > tolerance)
    return cell(
      share > MOSTLY ? 'blind' : 'partly-blind',
      `Of ${blind.length} of the ${reached} works that come to it its records do not say ${limiter.test.kind === 'flags' ? 'what others do' : 'enough'}.`,
      'Settle them by the register or by rulings, say more of the database, or waive it with a reason.',
    );
  if (relation?.proxy || native?.near)
    return cell(
      'proxy',
      `${native!.name} only comes near what this limiter asks.`,
      'What it kept out there cannot be seen here: re-run without it, or state it.',
    );
  if (closed.length > 0)
    return cell(
      'looser-there',
      `${native ? native.name : 'What is true of the whole database'} ${level === 'venue' ? 'works on the journal' : 'is wider'}: ${closed.length} works are closed here.`,
      'Nothing is to be done: this sieve closes it.',
    );
  return cell(
    'even',
    native
      ? `${native.name} was set there with the same meaning.`
      : whole
        ? 'It is true of the whole database.'
        : stated
          ? `${stated.name} did not take there; it is applied here, on data that the records carry. ${stated.stated}`
          : 'It is applied here, on data that the records carry.',
    '',
  );
}

/** Works that carry a flag by some record, and by none of this retrieval's: here it would have passed unseen. */
function unsaid(limiter: Limiter, r: RetrievalInParity, context: SieveContext, columns: Columns, verdicts: Uint8Array): number[] {
  const known = verdictsOf(limiter, columns, context);
  const said = new Set(worksAt(r, verdicts, UNKNOWN));
  return [...new Set(r.works)].filter((work) => {
    const row = rowOf(columns, work);
    return row !== undefined && known[row] === UNKNOWN && !said.has(work);
  });
}

/** Verdicts with those rows left out of account that the native limiter itself should have kept out: they are leaks. */
function closedRows(verdicts: Uint8Array, native: NativeLimiter | undefined, r: RetrievalInParity, context: SieveContext): Uint8Array {
  if (!native?.meaning) return verdicts;
  const there = judgeRecords(native.meaning, r, context);
  const left = verdicts.slice();
  for (let i = 0; i < left.length; i++) if (left[i] === OUT && there[i] === OUT) left[i] = IN;
  return left;
}

function extraCell(
  native: RetrievalInParity['natives'][number],
  r: RetrievalInParity,
  context: SieveContext,
  all: readonly RetrievalInParity[],
): Cell {
  const { leaks, took } = leaksOf(native, r, context, all);
  const { name, how, lostAfter, level } = native;
  const reached = new Set(r.works).size;
  const base = { setBy: [{ name, how, lostAfter }], level, stated: '', closed: [], reached, blind: [], changes: [], leaks, took };
  if (lostAfter !== null || took?.word === 'probably-not')
    return {
      ...base,
      state: 'not-taken',
      why:
        lostAfter !== null
          ? `It was set and is gone after line ${lostAfter}.`
          : `${took!.out} of ${took!.decidable} records are out by it: it probably did not take.`,
      remedy: 'If it did not take, nothing is missing here: say so.',
    };
  const why = native.meaning
    ? 'It narrows this retrieval, and the sieve has no limiter like it.'
    : 'What it means is not known here, and the sieve has no limiter like it.';
  return { ...base, state: 'extra-there', why, remedy: 'Re-run without it, add it to the sieve, or state it.' };
}
