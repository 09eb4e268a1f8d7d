import { type AxisValue, DESIGNS, PEER_REVIEW, PUBLICATION_TYPES, SOURCE_TYPES } from './axes';

/** Axes whose values are single and coded. `level` depends on the review's scheme and is added by it. */
export const CODED_AXES = {
  sourceType: { label: 'Source type', values: SOURCE_TYPES },
  publicationType: { label: 'Publication type', values: PUBLICATION_TYPES },
  peerReview: { label: 'Peer review', values: PEER_REVIEW },
  design: { label: 'Design', values: DESIGNS },
} as const satisfies Record<string, { label: string; values: readonly AxisValue[] }>;
export type CodedAxis = keyof typeof CODED_AXES;

/** A set of axis values: bit i stands for the i-th value of the axis. Unsigned, at most 32 values. */
export type Mask = number;

export const fullMask = (count: number): Mask => (count === 32 ? 0xffffffff : 2 ** count - 1);
export const ALL: Record<CodedAxis, Mask> = {
  sourceType: fullMask(SOURCE_TYPES.length),
  publicationType: fullMask(PUBLICATION_TYPES.length),
  peerReview: fullMask(PEER_REVIEW.length),
  design: fullMask(DESIGNS.length),
};

/** @throws RangeError for a code the list does not have: a table with a typing error must not pass silently. */
export function maskOf(values: readonly AxisValue[], codes: readonly string[]): Mask {
  let mask = 0;
  for (const code of codes) {
    const bit = values.findIndex((v) => v.code === code);
    if (bit < 0) throw new RangeError(`no such value: ${code}`);
    mask |= 1 << bit;
  }
  return mask >>> 0;
}

/** Tables hold the same few lists of codes; each is looked up once. */
const KNOWN_MASKS: Record<CodedAxis, WeakMap<readonly string[], Mask>> = {
  sourceType: new WeakMap(),
  publicationType: new WeakMap(),
  peerReview: new WeakMap(),
  design: new WeakMap(),
};
export function axisMask(axis: CodedAxis, codes: readonly string[]): Mask {
  const known = KNOWN_MASKS[axis].get(codes);
  if (known !== undefined) return known;
  const mask = maskOf(CODED_AXES[axis].values, codes);
  KNOWN_MASKS[axis].set(codes, mask);
  return mask;
}

export const codesOf = (values: readonly AxisValue[], mask: Mask): string[] =>
  values.filter((_, bit) => (mask >>> bit) & 1).map((v) => v.code);

export const labelsOf = (values: readonly AxisValue[], mask: Mask): string[] =>
  values.filter((_, bit) => (mask >>> bit) & 1).map((v) => v.label);

export const bitCount = (mask: Mask): number => {
  let n = 0;
  for (let m = mask >>> 0; m; m = (m & (m - 1)) >>> 0) n++;
  return n;
};
