import { LIKELY_AXES, type LikelyAxis } from './axes';
import type { Proof } from './conformal';
import stored from './data/models.json' with { type: 'json' };
import type { Model } from './model';
import { byteWeights, type QuickModel, quickModel, weightsOf } from './quick-model';

/** How often the sets of an axis held the true value, on works that the model had not learnt from. */
export interface SetFigures {
  works: number;
  covered: number;
  atMost1: number;
  atMost2: number;
  atMost3: number;
  disputed: number;
  /** Values a work, by the rules and by the likely set, on the average. */
  before: number;
  after: number;
  /** Wilson's interval of the share covered. */
  low: number;
  high: number;
}
export interface AxisFigures {
  lots: { lot: string; works: number }[];
  outside: ({ lot: string } & SetFigures)[];
  inside: SetFigures;
}

interface PackedWeights {
  scale: number;
  bytes: string;
}
interface StoredModel {
  classes: string[];
  signs: PackedWeights & { names: string[] };
  facts: PackedWeights & { names: string[] };
  dense: PackedWeights;
  bias: number[];
  proofs: [code: string, strangeness: number, weight: number][];
  figures: AxisFigures;
}
const AXES = stored.axes as unknown as Record<LikelyAxis, StoredModel>;

/** Classes of each axis, in the order of a model's shares. */
export const CLASSES = Object.fromEntries(LIKELY_AXES.map((a) => [a, AXES[a].classes])) as unknown as Readonly<
  Record<LikelyAxis, readonly string[]>
>;

/** What was measured when the models were fitted. */
export const FIGURES = Object.fromEntries(LIKELY_AXES.map((a) => [a, AXES[a].figures])) as unknown as Readonly<
  Record<LikelyAxis, AxisFigures>
>;

/** Works of our lots that sets are calibrated on before a review has its own: every lot counts the same. */
export const LOT_PROOFS = Object.fromEntries(
  LIKELY_AXES.map((a) => [a, AXES[a].proofs.map(([code, strangeness, weight = 1]): Proof => ({ code, strangeness, weight }))]),
) as unknown as Readonly<Record<LikelyAxis, readonly Proof[]>>;

/** What the models are, to be made a name of: what was worked out by other models is worked out anew. */
export const MODELS = LIKELY_AXES.map((a) => [AXES[a].classes, AXES[a].signs.bytes, AXES[a].facts.bytes, AXES[a].dense.bytes]);

const made = new Map<LikelyAxis, { model: Model; quick: QuickModel }>();

/** The model of an axis, unpacked when it is first wanted. */
export const modelOf = (axis: LikelyAxis): Model => unpacked(axis).model;
/** The same as it is used on many records. */
export const quickModelOf = (axis: LikelyAxis): QuickModel => unpacked(axis).quick;

function unpacked(axis: LikelyAxis): { model: Model; quick: QuickModel } {
  const known = made.get(axis);
  if (known) return known;
  const { classes, signs, facts, dense, bias } = AXES[axis];
  const bytes = [byteWeights(signs), byteWeights(facts), byteWeights(dense)] as const;
  const model: Model = {
    classes,
    places: new Map(signs.names.map((name, i) => [name, i])),
    signs: weightsOf(bytes[0]),
    factPlaces: new Map(facts.names.map((name, i) => [name, i])),
    facts: weightsOf(bytes[1]),
    dense: weightsOf(bytes[2]),
    bias: Float64Array.from(bias),
  };
  const both = { model, quick: quickModel(model, ...bytes) };
  made.set(axis, both);
  return both;
}
