import {
  type ActiveLimiter,
  type Combination,
  readCombination,
  readNarrowing,
  readSameLine,
  readWithWords,
  type SearchStep,
} from './steps';

export type StepFindingCode =
  | 'and-exceeds'
  | 'or-below'
  | 'or-exceeds'
  | 'not-exceeds'
  | 'narrowing-rose'
  | 'narrowing-equal'
  | 'limiter-vanished'
  | 'no-such-line'
  | 'tabs-differ'
  | 'last-line';

/** Something in a search log that cannot be, or that somebody should look at. */
export interface StepFinding {
  code: StepFindingCode;
  step: number;
  /** One sentence for people. */
  message: string;
  /** Whether it cannot be right, or only deserves a look. */
  sure: boolean;
  /** The limiter that vanished. */
  limiter?: string;
}

const n = (count: number): string => count.toLocaleString('en-GB');

/**
 * Checks the arithmetic of a search and that no limiter got lost on the way, before any record is looked at: an AND
 * cannot exceed its smallest part, an OR cannot fall below its largest or exceed their sum, a NOT cannot exceed what
 * it takes from, a narrowing step cannot rise; a limiter that was active and is gone is named.
 * @param reported how many records the platform reported for the search: what its last line should show
 * @source set arithmetic; that a new step may silently clear limiters is common practice
 */
export function checkSteps(steps: readonly SearchStep[], reported: number | null = null): StepFinding[] {
  const byNumber = new Map(steps.map((s) => [s.number, s]));
  const active = new Map<number, Set<string>>();
  const findings: StepFinding[] = [];
  const names = new Map<string, string>();
  let before: SearchStep | null = null;
  for (const step of steps) {
    const report: Report = (code, message, sure = true, limiter) =>
      findings.push({ code, step: step.number, message, sure, ...(limiter ? { limiter } : {}) });
    for (const { name } of step.limiters) names.set(keyOf(name), name);
    const own = new Set(step.limiters.map((l) => keyOf(l.name)));
    const narrowing = readNarrowing(step.done);
    const combination = narrowing
      ? ({ op: 'line', line: narrowing.line } as const)
      : combinationIn(step.done, (line) => byNumber.has(line));
    if (combination) {
      const missing = linesOf(combination).filter((line) => line === step.number || !byNumber.has(line));
      if (missing.length) report('no-such-line', `Line ${step.number} uses line ${missing[0]}, which is not in the log.`);
      if (narrowing || (combination.op === 'line' && step.limiters.length))
        checkNarrowing(step, byNumber.get(narrowing?.line ?? linesOf(combination)[0]!), report);
      else checkCombination(step, combination, byNumber, report);
      // What is active in a combination follows from its parts, besides what the line itself names.
      active.set(step.number, union(own, inherited(combination, active)));
      checkLostInParts(step, combination, active, names, report);
    } else {
      active.set(step.number, own);
      // In a log typed in step by step each step goes on from the one before.
      if (before && continues(step)) {
        checkVanished(step, before, active, names, report);
        const added = [...own].some((l) => !active.get(before!.number)!.has(l));
        if (added && continuesSame(step, before)) checkNarrowing(step, before, report);
      }
    }
    checkTabs(step, report);
    before = step;
  }
  const last = steps.at(-1);
  if (last && last.count !== null && reported !== null && last.count !== reported)
    findings.push({
      code: 'last-line',
      step: last.number,
      message: `The last line, ${last.number}, shows ${n(last.count)}, and ${n(reported)} were reported for this search: which of the two was exported?`,
      sure: false,
    });
  return findings;
}

/** A combination of lines, or of lines and words of the query's own: of these it is known only that AND narrows. */
function combinationIn(text: string, has: (line: number) => boolean): Combination | null {
  const whole = readCombination(text);
  if (whole) return whole;
  const same = readSameLine(text);
  if (same !== null && has(same)) return { op: 'line', line: same };
  const partial = readWithWords(text);
  return partial && linesOf(partial).every(has) ? partial : null;
}

/** A limiter of a search at its end: still active, or lost on the way after a line. */
export interface LimiterAtEnd extends ActiveLimiter {
  lostAfter: number | null;
}

/** The limiters that a search ended with, those that combined lines bring included, and those that got lost. */
export function limitersAtEnd(steps: readonly SearchStep[]): LimiterAtEnd[] {
  const known = new Map<string, ActiveLimiter>();
  const active = new Map<number, Set<string>>();
  for (const step of steps) {
    for (const l of step.limiters) known.set(keyOf(l.name), known.get(keyOf(l.name)) ?? l);
    const narrowing = readNarrowing(step.done);
    const combination = narrowing ? ({ op: 'line', line: narrowing.line } as const) : combinationIn(step.done, (line) => active.has(line));
    active.set(
      step.number,
      union(new Set(step.limiters.map((l) => keyOf(l.name))), combination ? inherited(combination, active) : new Set()),
    );
  }
  const last = steps.at(-1);
  const end = last ? active.get(last.number)! : new Set<string>();
  const lost = new Map(checkSteps(steps).flatMap((f) => (f.limiter ? [[keyOf(f.limiter), f.step] as const] : [])));
  return [...known].flatMap<LimiterAtEnd>(([key, l]) =>
    end.has(key) ? [{ ...l, lostAfter: null }] : lost.has(key) ? [{ ...l, lostAfter: lost.get(key)! }] : [],
  );
}

type Report = (code: StepFindingCode, message: string, sure?: boolean, limiter?: string) => void;

const keyOf = (name: string): string => name.toLowerCase().replace(/\s+/g, ' ').trim();
const union = (a: ReadonlySet<string>, b: ReadonlySet<string>): Set<string> => new Set([...a, ...b]);
const linesOf = (c: Combination): number[] => (c.op === 'line' ? [c.line] : c.parts.flatMap(linesOf));

/** Limiters that hold for all that a combination lets through: any part of an AND brings its own, every part of an OR must. */
function inherited(c: Combination, active: ReadonlyMap<number, Set<string>>): Set<string> {
  if (c.op === 'line') return active.get(c.line) ?? new Set();
  const parts = c.parts.map((p) => inherited(p, active));
  if (c.op === 'not') return parts[0]!;
  if (c.op === 'and') return parts.reduce(union);
  const [first, ...others] = parts as [Set<string>, ...Set<string>[]];
  return new Set([...first].filter((l) => others.every((o) => o.has(l))));
}

function checkCombination(step: SearchStep, c: Combination, steps: ReadonlyMap<number, SearchStep>, report: Report) {
  if (step.count === null) return;
  const bounds = boundsOf(c, steps);
  if (bounds.most !== null && step.count > bounds.most) {
    if (c.op === 'line')
      report(
        'narrowing-rose',
        `Line ${step.number} gives ${n(step.count)}, more than the ${n(bounds.most)} of line ${c.line}, which it goes on from.`,
      );
    else if (c.op === 'and')
      report(
        'and-exceeds',
        `Line ${step.number} gives ${n(step.count)}, but the smallest of the lines it joins with AND has ${n(bounds.most)}.`,
      );
    else if (c.op === 'not')
      report('not-exceeds', `Line ${step.number} gives ${n(step.count)}, more than the ${n(bounds.most)} it takes from.`);
    else
      report(
        'or-exceeds',
        `Line ${step.number} gives ${n(step.count)}, but the lines it joins with OR have only ${n(bounds.most)} together.`,
      );
  }
  if (c.op !== 'line' && step.count < bounds.least)
    report(
      'or-below',
      `Line ${step.number} gives ${n(step.count)}, fewer than the ${n(bounds.least)} that one of the lines it joins with OR has alone.`,
    );
}

/** The least and most records that a combination of counted lines can have; `most` is null when a count is unknown. */
function boundsOf(c: Combination, steps: ReadonlyMap<number, SearchStep>): { least: number; most: number | null } {
  if (c.op === 'line') {
    const count = steps.get(c.line)?.count ?? null;
    return { least: count ?? 0, most: count };
  }
  const parts = c.parts.map((p) => boundsOf(p, steps));
  const mosts = parts.map((p) => p.most);
  const known = mosts.filter((m): m is number => m !== null);
  if (c.op === 'and') return { least: 0, most: known.length ? Math.min(...known) : null };
  if (c.op === 'not') {
    const [from, taken] = parts as [{ least: number; most: number | null }, { least: number; most: number | null }];
    return { least: taken.most === null ? 0 : Math.max(0, from.least - taken.most), most: from.most };
  }
  return {
    least: Math.max(...parts.map((p) => p.least)),
    most: known.length === mosts.length ? known.reduce((a, b) => a + b, 0) : null,
  };
}

function checkNarrowing(step: SearchStep, from: SearchStep | undefined, report: Report) {
  if (!from || step.count === null || from.count === null) return;
  const by = step.limiters.map((l) => l.name).join(', ') || 'its limiter';
  if (step.count > from.count)
    report(
      'narrowing-rose',
      `Line ${step.number} narrows line ${from.number} by ${by}, yet its count rises from ${n(from.count)} to ${n(step.count)}.`,
    );
  else if (step.count === from.count && step.count > 0)
    report(
      'narrowing-equal',
      `Line ${step.number} narrows line ${from.number} by ${by}, and the count stays at ${n(step.count)}: did the limiter take?`,
      false,
    );
}

/** An OR of a limited line with an unlimited one is not limited any more. */
function checkLostInParts(
  step: SearchStep,
  c: Combination,
  active: ReadonlyMap<number, Set<string>>,
  names: ReadonlyMap<string, string>,
  report: Report,
) {
  const now = active.get(step.number)!;
  const removed = new Set(step.removed.map(keyOf));
  const lost = new Map<string, number>();
  for (const line of linesOf(c)) for (const l of active.get(line) ?? []) if (!now.has(l) && !removed.has(l)) lost.set(l, line);
  for (const [l, line] of lost)
    report(
      'limiter-vanished',
      `“${names.get(l) ?? l}” was active in line ${line} and is not in line ${step.number}, which combines it with lines that lack it.`,
      true,
      names.get(l),
    );
}

function checkVanished(
  step: SearchStep,
  before: SearchStep,
  active: ReadonlyMap<number, Set<string>>,
  names: ReadonlyMap<string, string>,
  report: Report,
) {
  const now = active.get(step.number)!;
  const removed = new Set(step.removed.map(keyOf));
  for (const l of active.get(before.number) ?? [])
    if (!now.has(l) && !removed.has(l))
      report(
        'limiter-vanished',
        `“${names.get(l) ?? l}” was active after line ${before.number} and is gone after line ${step.number}.`,
        true,
        names.get(l),
      );
}

/** A step that names no earlier line goes on from the step before, unless it begins a line of its own with a query. */
const continues = (step: SearchStep): boolean => step.done.trim() !== '';
/** Only a step that sets a limiter and searches for nothing new must narrow. */
const continuesSame = (step: SearchStep, before: SearchStep): boolean =>
  step.done.trim() === before.done.trim() ||
  /^\s*(?:set|add(?:ed)?|tick(?:ed)?|appl(?:y|ied)|limit(?:ed)?|filter(?:ed)?|narrow(?:ed)?|chose|choose)\b/i.test(step.done);

function checkTabs(step: SearchStep, report: Report) {
  if (step.tabs.length === 0 || step.count === null) return;
  const sum = step.tabs.reduce((all, t) => all + t.count, 0);
  if (sum !== step.count)
    report(
      'tabs-differ',
      `Line ${step.number} shows ${n(step.count)}, but its tabs (${step.tabs.map((t) => `${t.name} ${n(t.count)}`).join(', ')}) come to ${n(sum)}.`,
      false,
    );
}
