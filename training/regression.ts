import type { Features } from '@/core/likely/features';
import { FACTS_WEIGH, type Model, signShare, softmax } from '@/core/likely/model';

export interface Example {
  features: Features;
  code: string;
}

/** How large weights are held back, by what they weigh: chosen by the sets of lots that were left out. */
export const STRICTNESS = { signs: 3e-4, facts: 1e-3, dense: 1e-3 } as const;

const ROUNDS = 120;
const RATE = 0.08;

/**
 * A regularised multinomial logistic regression, fitted by gradient steps of adapted length (Kingma and Ba 2015) from
 * nothing, so that the same examples always give the same weights.
 * @param strictness of the penalty on large weights, by which it is kept from learning texts by heart
 */
export function fit(examples: readonly Example[], strictness: { signs: number; facts: number; dense: number }): Model {
  const classes = [...new Set(examples.map((e) => e.code))].sort();
  const counts = new Map<string, number>();
  for (const e of examples) for (const s of e.features.signs) counts.set(s.name, (counts.get(s.name) ?? 0) + 1);
  const names = [...counts].filter(([, n]) => n >= 3 && n < examples.length * 0.9).map(([name]) => name);
  const places = new Map(names.sort().map((name, i) => [name, i]));
  const factPlaces = new Map([...new Set(examples.flatMap((e) => e.features.facts.map((f) => f.name)))].sort().map((name, i) => [name, i]));
  const n = classes.length;
  const size = examples[0]!.features.dense.length;
  const weights = new Float64Array((places.size + factPlaces.size + size + 1) * n);
  const [first, second] = [new Float64Array(weights.length), new Float64Array(weights.length)];
  const rows = examples.map((e) => ({
    known: e.features.signs.flatMap((s) => places.get(s.name) ?? []),
    facts: e.features.facts.map((f) => places.size + factPlaces.get(f.name)!),
    dense: e.features.dense,
    at: classes.indexOf(e.code),
  }));
  const perClass = rows.reduce((all, r) => all.map((k, c) => k + +(c === r.at)), new Array<number>(n).fill(0));
  // Rare classes count for more than their number, though not for as much as common ones.
  const worth = perClass.map((k) => Math.sqrt(rows.length / n / k));
  const factsFrom = places.size * n;
  const denseFrom = factsFrom + factPlaces.size * n;
  const biasFrom = denseFrom + size * n;
  for (let round = 1; round <= ROUNDS; round++) {
    const slope = new Float64Array(weights.length);
    for (const r of rows) {
      const scores = weights.slice(biasFrom);
      const share = signShare(r.known.length);
      for (const p of r.known) for (let c = 0; c < n; c++) scores[c]! += share * weights[p * n + c]!;
      const factShare = signShare(r.facts.length) * FACTS_WEIGH;
      for (const p of r.facts) for (let c = 0; c < n; c++) scores[c]! += factShare * weights[p * n + c]!;
      for (let d = 0; d < size; d++) for (let c = 0; c < n; c++) scores[c]! += r.dense[d]! * weights[denseFrom + d * n + c]!;
      const shares = softmax(scores);
      for (let c = 0; c < n; c++) {
        const error = (worth[r.at]! * (shares[c]! - +(c === r.at))) / rows.length;
        slope[biasFrom + c]! += error;
        for (const p of r.known) slope[p * n + c]! += error * share;
        for (const p of r.facts) slope[p * n + c]! += error * factShare;
        for (let d = 0; d < size; d++) slope[denseFrom + d * n + c]! += error * r.dense[d]!;
      }
    }
    for (let k = 0; k < weights.length; k++) {
      const penalty = k < factsFrom ? strictness.signs : k < denseFrom ? strictness.facts : k < biasFrom ? strictness.dense : 0;
      const g = slope[k]! + penalty * weights[k]!;
      first[k] = 0.9 * first[k]! + 0.1 * g;
      second[k] = 0.999 * second[k]! + 0.001 * g * g;
      weights[k]! -= (RATE * (first[k]! / (1 - 0.9 ** round))) / (Math.sqrt(second[k]! / (1 - 0.999 ** round)) + 1e-8);
    }
  }
  return {
    classes,
    places,
    signs: Float64Array.from(weights.subarray(0, factsFrom)),
    factPlaces,
    facts: Float64Array.from(weights.subarray(factsFrom, denseFrom)),
    dense: Float64Array.from(weights.subarray(denseFrom, biasFrom)),
    bias: Float64Array.from(weights.subarray(biasFrom)),
  };
}
