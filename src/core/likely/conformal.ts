import { type AxisValue, bitCount, type Mask } from '@/core/vocabularies';

/** A work whose value is known, as the model saw it without having learnt from it. */
export interface Proof {
  code: string;
  /** One minus the share that the model gave the true value among those that the rules left. */
  strangeness: number;
  /** How much it counts; 1 unless it gives way to what was settled in the review itself. */
  weight: number;
}

/** Proofs of an axis in rising order of strangeness, in groups of values that look about as strange. */
export interface Calibration {
  groupOf: ReadonlyMap<string, Proofs>;
  /** For values without a proof. */
  all: Proofs;
}
interface Proofs {
  strangeness: Float64Array;
  /** The weight of this one and all stranger ones. */
  atLeast: Float64Array;
  total: number;
}

/** The least weight of proofs in a group: with a score of them the bound would hang on the strangest one alone. */
const GROUP = 100;
/** Where the values are compared: how strange the stranger ones of a value look. */
const AT = 0.8;

/**
 * Values with as many proofs as make a group stand for themselves. Rarer ones are put together with those whose true
 * works look about as strange to the model, so that hard values are not covered at the cost of easy ones.
 * @source Ding, Angelopoulos, Bates, Jordan and Tibshirani 2023: class-conditional conformal prediction with many classes
 */
export function calibrate(proofs: readonly Proof[]): Calibration {
  const byCode = new Map<string, Proof[]>();
  for (const p of proofs) byCode.set(p.code, [...(byCode.get(p.code) ?? []), p]);
  const rising = [...byCode].sort((a, b) => quantile(a[1]) - quantile(b[1]) || (a[0] < b[0] ? -1 : 1));
  const groups: { codes: string[]; proofs: Proof[] }[] = [];
  let open: (typeof groups)[number] | null = null;
  for (const [code, own] of rising) {
    open ??= { codes: [], proofs: [] };
    open.codes.push(code);
    open.proofs.push(...own);
    if (weightOf(open.proofs) < GROUP) continue;
    groups.push(open);
    open = null;
  }
  if (open) {
    const last = groups.at(-1);
    if (last) {
      last.codes.push(...open.codes);
      last.proofs.push(...open.proofs);
    } else groups.push(open);
  }
  const groupOf = new Map<string, Proofs>();
  for (const g of groups) {
    const together = ordered(g.proofs);
    for (const code of g.codes) groupOf.set(code, together);
  }
  return { groupOf, all: ordered(proofs) };
}

const weightOf = (proofs: readonly Proof[]): number => proofs.reduce((sum, p) => sum + p.weight, 0);

/** The strangeness below which lies the share AT of the weight. */
function quantile(proofs: readonly Proof[]): number {
  const { strangeness, atLeast, total } = ordered(proofs);
  for (let i = 0; i < strangeness.length; i++) if (atLeast[i]! <= total * (1 - AT)) return strangeness[i]!;
  return strangeness.at(-1) ?? 1;
}

function ordered(proofs: readonly Proof[]): Proofs {
  const sorted = [...proofs].sort((a, b) => a.strangeness - b.strangeness);
  const atLeast = new Float64Array(sorted.length);
  let total = 0;
  for (let i = sorted.length - 1; i >= 0; i--) {
    total += sorted[i]!.weight;
    atLeast[i] = total;
  }
  return { strangeness: Float64Array.from(sorted, (p) => p.strangeness), atLeast, total };
}

/**
 * How usual it would be for a work that truly has this value to look at least as strange as this one does.
 * @source Vovk, Gammerman and Shafer 2005, ch. 2 and 4.5: conformal p-values, with a distribution for each kind of work
 */
export function usualness(calibration: Calibration, code: string, strangeness: number): number {
  const proofs = calibration.groupOf.get(code) ?? calibration.all;
  return (stranger(proofs, strangeness) + 1) / (proofs.total + 1);
}

/** The weight of proofs that look at least as strange. */
function stranger({ strangeness, atLeast }: Proofs, value: number): number {
  let [low, high] = [0, strangeness.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (strangeness[middle]! < value - SAME) low = middle + 1;
    else high = middle;
  }
  return atLeast[low] ?? 0;
}

/** One minus the share of each value among those left, by code; a value that the model never saw is as strange as can be. */
export function strangenessOf(classes: readonly string[], shares: ArrayLike<number>, left: readonly string[]): Map<string, number> {
  const of = (code: string) => {
    const at = classes.indexOf(code);
    return at < 0 ? 0 : shares[at]!;
  };
  const sum = left.reduce((all, code) => all + of(code), 0);
  return new Map(left.map((code) => [code, sum > 0 ? 1 - of(code) / sum : 1]));
}

/** How strange a value may look and stay in the set; the same question as `usualness` asks, answered beforehand. */
function strangestKept(calibration: Calibration, code: string, wanted: number): number {
  const { strangeness, atLeast, total } = calibration.groupOf.get(code) ?? calibration.all;
  const usual = (weight: number) => (weight + 1) / (total + 1) > 1 - wanted;
  if (usual(0)) return Number.POSITIVE_INFINITY;
  let at = strangeness.length - 1;
  while (at >= 0 && !usual(atLeast[at]!)) at--;
  return at < 0 ? Number.NEGATIVE_INFINITY : strangeness[at]! + SAME;
}
/** Shares that differ by less are the same: they come from sums in another order. */
const SAME = 1e-9;

/** What sets of an axis are made by, value by value in the order of the axis. */
interface Compiled {
  wanted: number;
  classes: readonly string[];
  /** Where a value stands among the classes of the model; -1 for one that was never learnt. */
  places: Int16Array;
  strangest: Float64Array;
}
const compiled = new WeakMap<Calibration, Compiled>();

/** Works are asked by the hundred thousand, of one calibration. */
function compile(values: readonly AxisValue[], classes: readonly string[], calibration: Calibration, wanted: number): Compiled {
  const known = compiled.get(calibration);
  if (known && known.wanted === wanted && known.classes === classes && known.places.length === values.length) return known;
  const made: Compiled = {
    ...{ wanted, classes },
    places: Int16Array.from(values, (v) => classes.indexOf(v.code)),
    strangest: Float64Array.from(values, (v) => strangestKept(calibration, v.code, wanted)),
  };
  compiled.set(calibration, made);
  return made;
}

/**
 * The smallest set of values, of those that the rules leave, that holds the true one in the stated share of works.
 * Values that the model never learnt stay. Where nothing is left the rules stand: the set is theirs, and it is disputed.
 * @param wanted the stated coverage, as 0.95
 */
export function likelySet(
  values: readonly AxisValue[],
  left: Mask,
  classes: readonly string[],
  shares: ArrayLike<number>,
  calibration: Calibration,
  wanted: number,
): { mask: Mask; disputed: boolean } {
  if (bitCount(left) < 2) return { mask: left, disputed: false };
  const { places, strangest } = compile(values, classes, calibration, wanted);
  let sum = 0;
  for (let bit = 0; bit < places.length; bit++) if ((left >>> bit) & 1 && places[bit]! >= 0) sum += shares[places[bit]!]!;
  let mask = 0;
  for (let bit = 0; bit < places.length; bit++) {
    if (!((left >>> bit) & 1)) continue;
    const place = places[bit]!;
    const strangeness = sum > 0 ? 1 - (place < 0 ? 0 : shares[place]!) / sum : 1;
    if (place < 0 || strangeness <= strangest[bit]!) mask |= 1 << bit;
  }
  return mask === 0 ? { mask: left, disputed: true } : { mask: mask >>> 0, disputed: false };
}
