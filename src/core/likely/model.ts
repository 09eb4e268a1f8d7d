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
export const likelihoods = (model: Model, features: Features): Float64Array =>
  likelihoodsAt(model, placesIn(model.places, features.signs), placesIn(model.factPlaces, features.facts), features);

const placesIn = (places: ReadonlyMap<string, number>, signs: Features['signs']): number[] =>
  signs.flatMap((s) => places.get(s.name) ?? []);

/** The same, where it is known already at which places the signs and facts stand. */
export function likelihoodsAt(
  model: Model,
  signs: readonly number[],
  facts: readonly number[],
  { facts: all, dense }: Pick<Features, 'facts' | 'dense'>,
): Float64Array {
  const scores = Float64Array.from(model.bias);
  add(scores, model.signs, signs, signShare(signs.length));
  add(scores, model.facts, facts, signShare(all.length) * FACTS_WEIGH);
  addDirections(scores, byClass(model), dense);
  return softmax(scores);
}

/** Weights of the mean directions by dimension within class: so one class after the other is summed without being stored between. */
const turned = new WeakMap<Model, Float64Array>();
function byClass(model: Model): Float64Array {
  const known = turned.get(model);
  if (known) return known;
  const n = model.classes.length;
  const size = n === 0 ? 0 : model.dense.length / n;
  const made = new Float64Array(model.dense.length);
  for (let d = 0; d < size; d++) for (let c = 0; c < n; c++) made[c * size + d] = model.dense[d * n + c]!;
  turned.set(model, made);
  return made;
}

/** Three classes at a time: each sum waits for its own last addition, and three of them need not wait for each other. */
function addDirections(scores: Float64Array, weights: Float64Array, dense: Float32Array) {
  const size = dense.length;
  for (let c = 0; c < scores.length; c += 3) {
    const [from, n] = [c * size, Math.min(3, scores.length - c)];
    let a = scores[c]!;
    let b = n > 1 ? scores[c + 1]! : 0;
    let e = n > 2 ? scores[c + 2]! : 0;
    const [second, third] = [n > 1 ? from + size : from, n > 2 ? from + 2 * size : from];
    for (let d = 0; d < size; d++) {
      const x = dense[d]!;
      a += x * weights[from + d]!;
      b += x * weights[second + d]!;
      e += x * weights[third + d]!;
    }
    scores[c] = a;
    if (n > 1) scores[c + 1] = b;
    if (n > 2) scores[c + 2] = e;
  }
}

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
