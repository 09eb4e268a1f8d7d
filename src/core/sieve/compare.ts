import type { Sieve } from './limiter';
import { outcomesOf, type SieveRun } from './runner';
import { LEFT } from './verdict';

/** How a limiter of one sieve stands in another. */
export interface LimiterChange {
  id: string;
  name: string;
  what: 'added' | 'removed' | 'changed' | 'moved';
  /** Works that are through now and were not, and the other way round, where this limiter is what decides. */
  gained: number[];
  lost: number[];
}

export interface Comparison {
  before: { through: number; held: number; stopped: number };
  after: { through: number; held: number; stopped: number };
  changes: LimiterChange[];
  /** Works gained and lost by no changed limiter: by what the outcomes rest on (as-of date, rulings, records). */
  elsewhere: { gained: number[]; lost: number[] };
}

/**
 * Two runs side by side, work by work. A work that was gained belongs to the limiter that kept it out before, one that
 * was lost to the limiter that keeps it out now.
 */
export function compareRuns(before: SieveRun, after: SieveRun): Comparison {
  const changes = new Map(changesOf(before.sieve, after.sieve).map((c) => [c.id, { ...c, gained: [] as number[], lost: [] as number[] }]));
  const elsewhere = { gained: [] as number[], lost: [] as number[] };
  const [old, now] = [outcomesOf(before), outcomesOf(after)];
  const place = new Map(Array.from(before.columns.numbers, (no, i) => [no, i]));
  after.columns.numbers.forEach((no, i) => {
    const j = place.get(no);
    const was = j === undefined ? null : old.fate[j]!;
    const is = now.fate[i]!;
    if ((was === LEFT) === (is === LEFT)) return;
    const [run, by] = is === LEFT ? [before, j === undefined ? -1 : old.by[j]!] : [after, now.by[i]!];
    const change = by < 0 ? undefined : changes.get(run.sieve[by]!.id);
    (change ?? elsewhere)[is === LEFT ? 'gained' : 'lost'].push(no);
  });
  return { before: countsOf(old.fate), after: countsOf(now.fate), changes: [...changes.values()], elsewhere };
}

function countsOf(fates: Uint8Array) {
  const counts = [0, 0, 0];
  for (const f of fates) counts[f]!++;
  return { through: counts[0]!, held: counts[1]!, stopped: counts[2]! };
}

/** What differs between two sieves, limiter by limiter. Order alone changes what is attributed, never what is through. */
export function changesOf(before: Sieve, after: Sieve): Pick<LimiterChange, 'id' | 'name' | 'what'>[] {
  const found: Pick<LimiterChange, 'id' | 'name' | 'what'>[] = [];
  const common = (sieve: Sieve, other: Sieve) => sieve.filter((l) => other.some((o) => o.id === l.id)).map((l) => l.id);
  const [oldOrder, newOrder] = [common(before, after), common(after, before)];
  for (const limiter of after) {
    const old = before.find((l) => l.id === limiter.id);
    const named = { id: limiter.id, name: limiter.name };
    if (!old) found.push({ ...named, what: 'added' });
    else if (canonicalTest(old) !== canonicalTest(limiter)) found.push({ ...named, what: 'changed' });
    else if (oldOrder.indexOf(limiter.id) !== newOrder.indexOf(limiter.id)) found.push({ ...named, what: 'moved' });
  }
  for (const limiter of before)
    if (!after.some((l) => l.id === limiter.id)) found.push({ id: limiter.id, name: limiter.name, what: 'removed' });
  return found;
}

/** What bears on outcomes, with keys in a fixed order: a database may hand them back in its own. */
const canonicalTest = ({ name: _, rationale: __, ...rest }: Sieve[number]): string => canonical(rest);
export const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, v) =>
    v && typeof v === 'object' && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1))) : v,
  );
