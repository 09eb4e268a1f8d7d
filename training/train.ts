/** Fits the models of the likely sets and writes them with the figures they gave. See training/README.md. */
import { writeFileSync } from 'node:fs';
import { wilsonInterval } from '@/core/checks';
import { LIKELY_AXES, type LikelyAxis } from '@/core/likely/axes';
import { calibrate, likelySet, type Proof, strangenessOf } from '@/core/likely/conformal';
import { likelihoods, type Model } from '@/core/likely/model';
import { CODED_AXES, codesOf, maskOf } from '@/core/vocabularies';
import { allLots, type Labelled } from './lots';
import { fit, STRICTNESS } from './regression';

/** Signs with weights too small to matter are not kept. */
const SIGNS_KEPT = 1600;
const FOLDS = 5;
const STATED = 0.95;

interface Seen {
  work: Labelled;
  code: string;
  shares: Float64Array;
  classes: readonly string[];
}

const lots = await allLots();
const out: Record<string, unknown> = {};
for (const axis of LIKELY_AXES) out[axis] = trained(axis);
writeFileSync('src/core/likely/data/models.json', `${JSON.stringify({ stated: STATED, axes: out })}\n`);

function trained(axis: LikelyAxis) {
  const labelled = lots.filter((l) => usable(l, axis));
  const single = labelled.filter((l) => l.truth[axis]!.length === 1);
  const names = [...new Set(labelled.map((l) => l.lot))];
  // What a model that never saw the lot makes of it: this is what sets are calibrated on.
  const outside = names.flatMap((lot) =>
    seen(
      axis,
      single.filter((l) => l.lot !== lot),
      labelled.filter((l) => l.lot === lot),
    ),
  );
  const open = outside.filter((s) => s.work.left[axis].length > 1 && s.work.left[axis].includes(s.code) && s.classes.includes(s.code));
  // Every lot counts the same, however many works it has: the next lot will be as unlike these as they are to each other.
  const inLot = (lot: string) => open.filter((s) => s.work.lot === lot).length;
  const proofs = open.map(
    (s): Proof => ({
      code: s.code,
      strangeness: strangenessOf(s.classes, s.shares, s.work.left[axis]).get(s.code)!,
      weight: open.length / names.filter((lot) => inLot(lot) > 0).length / inLot(s.work.lot),
    }),
  );
  const figures = {
    lots: names.map((lot) => ({ lot, works: single.filter((l) => l.lot === lot).length })),
    /** Each lot by a model and proofs of the others. */
    outside: names.map((lot) => {
      const calibration = calibrate(proofs.filter((_, i) => open[i]!.work.lot !== lot));
      return {
        lot,
        ...sizes(
          axis,
          open.filter((s) => s.work.lot === lot),
          () => calibration,
        ),
      };
    }),
    /** All lots, by a model that learnt from the others of the same lot too, and proofs of works that are not in hand. */
    inside: sizes(axis, inside(axis, single, open), (s) => calibrate(proofs.filter((_, i) => open[i]!.work.id !== s.work.id))),
  };
  console.log(axis, JSON.stringify(figures, null, 1));
  const model = fit(
    single.map((l) => ({ features: l.features, code: l.truth[axis]![0]! })),
    STRICTNESS,
  );
  return { ...packed(model), proofs: proofs.map((p) => [p.code, round(p.strangeness, 5), round(p.weight, 3)]), figures };
}

function usable(l: Labelled, axis: LikelyAxis): boolean {
  const truth = l.truth[axis];
  return !!truth && truth.length > 0 && truth.length <= 4 && truth.every((code) => CODED_AXES[axis].values.some((v) => v.code === code));
}

function seen(axis: LikelyAxis, learn: readonly Labelled[], test: readonly Labelled[]): Seen[] {
  if (learn.length === 0) return [];
  const model = fit(
    learn.map((l) => ({ features: l.features, code: l.truth[axis]![0]! })),
    STRICTNESS,
  );
  return test.map((work) => {
    const shares = likelihoods(model, work.features);
    const strange = strangenessOf(model.classes, shares, work.left[axis]);
    // Of several true values any will do: the one that looks least strange.
    const code = [...work.truth[axis]!].sort((a, b) => (strange.get(a) ?? 2) - (strange.get(b) ?? 2))[0]!;
    return { work, code, shares, classes: model.classes };
  });
}

function inside(axis: LikelyAxis, single: readonly Labelled[], open: readonly Seen[]): Seen[] {
  const fold = (l: Labelled) => [...l.id].reduce((h, c) => (h * 31 + c.charCodeAt(0)) >>> 0, 7) % FOLDS;
  return [...Array(FOLDS).keys()].flatMap((f) =>
    seen(
      axis,
      single.filter((l) => fold(l) !== f),
      open.flatMap((s) => (fold(s.work) === f ? [s.work] : [])),
    ),
  );
}

function sizes(axis: LikelyAxis, works: readonly Seen[], calibrationFor: (s: Seen) => ReturnType<typeof calibrate>) {
  const { values } = CODED_AXES[axis];
  const count = { works: works.length, covered: 0, atMost1: 0, atMost2: 0, atMost3: 0, disputed: 0, before: 0, after: 0 };
  for (const s of works) {
    const left = maskOf(values, s.work.left[axis]);
    const { mask, disputed } = likelySet(values, left, s.classes, s.shares, calibrationFor(s), STATED);
    const codes = codesOf(values, mask);
    if (s.work.truth[axis]!.some((t) => codes.includes(t))) count.covered++;
    if (codes.length <= 1) count.atMost1++;
    if (codes.length <= 2) count.atMost2++;
    if (codes.length <= 3) count.atMost3++;
    if (disputed) count.disputed++;
    count.before += s.work.left[axis].length / works.length;
    count.after += codes.length / works.length;
  }
  const { low, high } = works.length ? wilsonInterval(count.covered, works.length) : { low: 0, high: 1 };
  return { ...count, before: round(count.before, 1), after: round(count.after, 1), low: round(low, 3), high: round(high, 3) };
}

function packed(model: Model) {
  const n = model.classes.length;
  const strength = (place: number) => Math.max(...Array.from({ length: n }, (_, c) => Math.abs(model.signs[place * n + c]!)));
  const kept = [...model.places]
    .sort((a, b) => strength(b[1]) - strength(a[1]))
    .slice(0, SIGNS_KEPT)
    .sort((a, b) => a[1] - b[1]);
  return {
    classes: model.classes,
    signs: {
      names: kept.map(([name]) => name),
      ...bytesOf(kept.flatMap(([, place]) => [...model.signs.subarray(place * n, place * n + n)])),
    },
    facts: { names: [...model.factPlaces.keys()], ...bytesOf([...model.facts]) },
    dense: bytesOf([...model.dense]),
    bias: [...model.bias].map((b) => round(b, 4)),
  };
}

/** Weights in eight bits. */
function bytesOf(weights: readonly number[]) {
  const largest = weights.reduce((most, w) => Math.max(most, Math.abs(w)), 1e-9);
  const scale = largest / 127;
  return { scale, bytes: Buffer.from(Int8Array.from(weights, (w) => Math.round(w / scale)).buffer).toString('base64') };
}

function round(x: number, places: number): number {
  return Number(x.toFixed(places));
}
