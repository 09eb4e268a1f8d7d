import type { Features } from './features';

/** A multinomial logistic regression over signs and mean directions: one row of weights a class. */
export interface Model {
  /** Codes of the axis, in the order of the rows; a code that was never seen is not among them. */
  classes: readonly string[];
  /** Which signs have weights, and where. */
  places: ReadonlyMap<string, number>;
  /** Weights of signs, by class within sign: sign k of class c stands at k · classes + c. */
  signs: Float64Array;
  /** Which facts have weights, and where; their weights stand as those of signs do. */
  factPlaces: ReadonlyMap<string, number>;
  facts: Float64Array;
  /** Weights of the mean directions, by class within dimension. */
  dense: Float64Array;
  bias: Float64Array;
}

/** How a work's signs are weighed against how many it has: long texts are no surer than short ones. */
export const signShare = (known: number): number => (known > 0 ? 1 / Math.sqrt(known) : 0);

/** A fact says more than a word. */
export const FACTS_WEIGH = 4;

/**
 * How likely each class is, by the model alone.
 * @returns shares that sum to one, in the order of the model's classes
 */
export function likelihoods(model: Model, features: Features): Float64Array {
  const scores = Float64Array.from(model.bias);
  const signs = placesIn(model.places, features.signs);
  add(scores, model.signs, signs, signShare(signs.length));
  add(scores, model.facts, placesIn(model.factPlaces, features.facts), signShare(features.facts.length) * FACTS_WEIGH);
  const n = scores.length;
  features.dense.forEach((x, d) => {
    for (let c = 0; c < n; c++) scores[c]! += x * model.dense[d * n + c]!;
  });
  return softmax(scores);
}

const placesIn = (places: ReadonlyMap<string, number>, signs: Features['signs']): number[] =>
  signs.flatMap((s) => places.get(s.name) ?? []);

function add(scores: Float64Array, weights: Float64Array, places: readonly number[], share: number) {
  const n = scores.length;
  for (let k = 0; k < places.length; k++) {
    const from = places[k]! * n;
    for (let c = 0; c < n; c++) scores[c]! += share * weights[from + c]!;
  }
}

/** What speaks for a class most: signs with the push that each gives it, compared with the mean of all classes; strongest first. */
export function pushes(model: Model, { signs }: Features, code: string): { sign: Features['signs'][number]; push: number }[] {
  const c = model.classes.indexOf(code);
  if (c < 0) return [];
  const n = model.classes.length;
  const known = signs.flatMap((sign) => {
    const place = model.places.get(sign.name);
    return place === undefined ? [] : [{ sign, place }];
  });
  const share = signShare(known.length);
  return known
    .map(({ sign, place }) => {
      let mean = 0;
      for (let k = 0; k < n; k++) mean += model.signs[place * n + k]! / n;
      return { sign, push: share * (model.signs[place * n + c]! - mean) };
    })
    .sort((a, b) => b.push - a.push);
}

export function softmax(scores: Float64Array): Float64Array {
  let top = Number.NEGATIVE_INFINITY;
  for (const s of scores) if (s > top) top = s;
  let sum = 0;
  for (let c = 0; c < scores.length; c++) sum += scores[c] = Math.exp(scores[c]! - top);
  for (let c = 0; c < scores.length; c++) scores[c]! /= sum;
  return scores;
}
