import type { EvidenceScheme } from '@/core/classify';
import { kindOf } from './kinds';
import type { RecencyTest } from './kinds/recency';
import type { Limiter, Policy, Sieve, SieveContext } from './limiter';
import { fateOfWords, fatesAt, runSieve, type SieveRun } from './runner';
import { HELD, LEFT, STOPPED } from './verdict';

/** How many works would be through, held and stopped. */
export interface Outcome {
  through: number;
  held: number;
  stopped: number;
}

function outcomeOf({ stops, holds }: SieveRun): Outcome {
  const counts = [0, 0, 0];
  for (let i = 0; i < stops.length; i++) counts[fateOfWords(stops[i]!, holds[i]!)]!++;
  return { through: counts[LEFT]!, held: counts[HELD]!, stopped: counts[STOPPED]! };
}

/** What each work would be without some of the limiters. */
function fatesWithout({ stops, holds }: SieveRun, without: number): Uint8Array {
  const fates = new Uint8Array(stops.length);
  for (let i = 0; i < fates.length; i++) fates[i] = fateOfWords(stops[i]! & ~without, holds[i]! & ~without);
  return fates;
}

/** What a limiter would give in another form, everything else unchanged. */
function withInstead(run: SieveRun, k: number, limiter: Limiter, context: SieveContext, others = fatesWithout(run, 1 << k)): Outcome {
  const own = fatesAt(limiter, run.columns, context);
  const counts = [0, 0, 0];
  for (let i = 0; i < own.length; i++) counts[Math.max(own[i]!, others[i]!)]!++;
  return { through: counts[LEFT]!, held: counts[HELD]!, stopped: counts[STOPPED]! };
}

export const CURVE_YEARS = [1, 2, 3, 5, 10, 15, 20] as const;

/** What is left as the window of a recency limiter moves; the window as it is set stands among the others. */
export function recencyCurve(run: SieveRun, k: number, context: SieveContext): ({ years: number } & Outcome)[] {
  const limiter = run.sieve[k]!;
  const test = limiter.test as RecencyTest;
  const set = test.window.count === 'fixed' ? [] : [test.window.years];
  const years = [...new Set([...CURVE_YEARS, ...set])].filter((y) => y > 0).sort((a, b) => a - b);
  const count = test.window.count === 'calendar-years' ? 'calendar-years' : 'to-the-day';
  const others = fatesWithout(run, 1 << k);
  return years.map((y) => ({
    years: y,
    ...withInstead(run, k, { ...limiter, on: true, test: { ...test, window: { count, years: y } } }, context, others),
  }));
}

export interface Rung {
  code: string;
  /** Works among what the other limiters let through that are at this level, and that may be at this or another. */
  certain: number;
  possible: number;
  /** Works that are certainly at this level or above. */
  upToHere: number;
}
/**
 * The ladder: how many works are at each level of evidence among what the limiters on other axes let through.
 * `lowest` is the index of the first rung that gives at least the wanted number, counted from the top; null when none does.
 * @param wanted how many works one would like to have
 */
export function ladder(run: SieveRun, scheme: EvidenceScheme, wanted: number): { rungs: Rung[]; lowest: number | null } {
  const without = run.sieve.reduce((mask, l, k) => (l.test.kind === 'coded' && l.test.axis === 'level' ? mask | (1 << k) : mask), 0);
  const others = fatesWithout(run, without);
  const graded = scheme.levels.flatMap((level, bit) => (level.code === 'not-graded' ? [] : [{ code: level.code, bit }]));
  const { level } = run.columns.all;
  let above = 0;
  const rungs = graded.map(({ code, bit }) => {
    const own = 1 << bit;
    above |= own;
    let [certain, possible, upToHere] = [0, 0, 0];
    for (let i = 0; i < level.length; i++) {
      if (others[i] !== LEFT) continue;
      const mask = level[i]!;
      if (mask === own) certain++;
      else if (mask & own) possible++;
      if ((mask & ~above) === 0) upToHere++;
    }
    return { code, certain, possible, upToHere };
  });
  const lowest = rungs.findIndex((r) => r.upToHere >= wanted);
  return { rungs, lowest: lowest < 0 ? null : lowest };
}

export const SCOPES = ['as-set', 'broad', 'narrow', 'stated', 'stated-and-inferred'] as const;
export type Scope = (typeof SCOPES)[number];

/** A whole sieve under one policy. Flags stay as they are set: what is retracted must not pass unseen. */
export const withPolicy = (sieve: Sieve, whenUnknown: Policy): Sieve =>
  sieve.map((l) => (kindOf(l.test).asksPerson ? l : { ...l, whenUnknown }));
export const withEvidence = (sieve: Sieve, evidence: Limiter['evidence']): Sieve => sieve.map((l) => ({ ...l, evidence }));

/** The same sieve as it is set, with everything let through or stopped of which it can't tell, and by either evidence. */
export function scopes(run: SieveRun, context: SieveContext): Record<Scope, Outcome> {
  const of = (sieve: Sieve) => outcomeOf(runSieve(sieve, run.columns, context));
  return {
    'as-set': outcomeOf(run),
    broad: of(withPolicy(run.sieve, 'let-through')),
    narrow: of(withPolicy(run.sieve, 'stop')),
    stated: of(withEvidence(run.sieve, 'stated')),
    'stated-and-inferred': of(withEvidence(run.sieve, 'stated-and-inferred')),
  };
}

/** When a result is called too small or too large. Common practice: ten or fewer, thousands. */
export const USUAL_SIZE = { tooFew: 10, tooMany: 1000 } as const;

export type Move = 'remove' | 'let-through' | 'stop' | 'years';
/** One change of one limiter and what would be through after it. */
export interface Advice {
  limiter: number;
  move: Move;
  /** Years of the window, where it is to be moved. */
  years?: number;
  through: number;
  held: number;
}

/**
 * Changes of single limiters that would bring in more (when too few are through) or leave fewer (when too many are), the
 * one that changes most first.
 */
export function advice(run: SieveRun, context: SieveContext, towards: 'more' | 'fewer'): Advice[] {
  const found: Advice[] = [];
  const now = outcomeOf(run);
  run.sieve.forEach((limiter, k) => {
    if (!limiter.on || kindOf(limiter.test).asksPerson) return;
    const others = fatesWithout(run, 1 << k);
    const offer = (move: Move, changed: Limiter | null, years?: number) => {
      const o = changed ? withInstead(run, k, changed, context, others) : countsOf(others);
      const better = towards === 'more' ? o.through > now.through : o.through < now.through && o.through > 0;
      if (better) found.push({ limiter: k, move, ...(years ? { years } : {}), through: o.through, held: o.held });
    };
    const { test } = limiter;
    if (towards === 'more') {
      offer('remove', null);
      if (limiter.whenUnknown !== 'let-through') offer('let-through', { ...limiter, whenUnknown: 'let-through' });
    } else if (limiter.whenUnknown === 'let-through') offer('stop', { ...limiter, whenUnknown: 'stop' });
    if (test.kind !== 'recency' || test.window.count === 'fixed') return;
    const { years } = test.window;
    const next = towards === 'more' ? CURVE_YEARS.find((y) => y > years) : CURVE_YEARS.findLast((y) => y < years);
    if (next) offer('years', { ...limiter, test: { ...test, window: { ...test.window, years: next } } }, next);
  });
  return found.sort((a, b) => (towards === 'more' ? b.through - a.through : a.through - b.through));
}

function countsOf(fates: Uint8Array): Outcome {
  const counts = [0, 0, 0];
  for (const f of fates) counts[f]!++;
  return { through: counts[LEFT]!, held: counts[HELD]!, stopped: counts[STOPPED]! };
}
