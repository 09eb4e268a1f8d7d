import { LIKELY_AXES } from './axes';
import { likelihoods } from './model';
import { modelOf, quickModelOf } from './models';
import { byteWeights, Places, quickLikelihoods, weightsOf } from './quick-model';

/** Numbers as by chance, the same each time: a multiplicative congruential generator (Park and Miller 1988). */
function chance(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (state * 48_271) % 2_147_483_647;
    return state % below;
  };
}

test.each(LIKELY_AXES)('the quick model of %s gives the bits that the model gives, whatever was found', (axis) => {
  const [model, quick] = [modelOf(axis), quickModelOf(axis)];
  const below = chance(20_261_130);
  const named = (places: ReadonlyMap<string, number>, n: number) =>
    [...new Set(Array.from({ length: n }, () => below(places.size)))].map((i) => [...places][i]!);
  const size = model.dense.length / model.classes.length;
  // More than the list of places holds at first, and none.
  for (const n of [0, 1, 7, 150, 400]) {
    const [signs, facts] = [named(model.places, n), named(model.factPlaces, Math.min(n, 20))];
    const dense = Float32Array.from({ length: size }, () => (below(2001) - 1000) / 700);
    const sign = ([name]: [string, number]) => ({ name, field: 'abstract' as const, start: 0, end: 0 });
    // What nobody weighs is counted among the facts, and not among the signs.
    const features = {
      signs: [...signs.map(sign), sign(['w:nobody weighs this', 0])],
      facts: [...facts.map(sign), sign(['f:nor this', 0])],
      dense,
    };
    const [places, factPlaces] = [new Places(), new Places()];
    for (const [, place] of signs) places.add(place);
    for (const [, place] of facts) factPlaces.add(place);
    expect([...quickLikelihoods(quick, places, factPlaces, features.facts.length, dense)]).toEqual([...likelihoods(model, features)]);
  }
});

test('weights are bytes from -128 to 127 times their scale', () => {
  const made = byteWeights({ scale: 0.25, bytes: btoa(String.fromCharCode(0, 1, 127, 128, 255)) });
  expect([...weightsOf(made)]).toEqual([0, 0.25, 31.75, -32, -0.25]);
});
