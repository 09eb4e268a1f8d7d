import { z } from 'zod';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { type AxisValue, bitCount, CODED_AXES, labelsOf, maskOf } from '@/core/vocabularies';
import { type Columns, MASK_AXES, type MaskAxis } from '../columns';
import { any } from '../verdict';
import { type EvidenceRead, few, type LimiterKind } from './kind';

/** The values of an axis that a mask stands for, in the order of its bits. */
export const axisValues = (axis: MaskAxis, scheme: EvidenceScheme): readonly AxisValue[] =>
  axis === 'level' ? scheme.levels : CODED_AXES[axis].values;

/** Allows some values of a coded axis. */
const codedTest = z.strictObject({
  kind: z.literal('coded'),
  axis: z.enum(MASK_AXES),
  /** Codes let in; at least one. */
  allowed: z.array(z.string().min(1)).min(1),
});
type CodedTest = z.infer<typeof codedTest>;

/** In when every possible value is allowed, out when none is, else can't tell. */
function judgeCoded(test: CodedTest, evidence: EvidenceRead, columns: Columns, allowedMask: number, verdicts: Uint8Array) {
  const masks = columns[evidence][test.axis];
  const others = ~allowedMask;
  for (let i = 0; i < masks.length; i++) {
    const possible = masks[i]!;
    verdicts[i] = any(possible & allowedMask) * (2 - any(possible & others));
  }
}

const SETTLED_BY: Partial<Record<MaskAxis, string>> = {
  peerReview: 'An entry for the journal in the register of venues, or a ruling on peer review.',
  level: 'A ruling on the design or the publication type, from which the level follows.',
};

export const coded: LimiterKind<CodedTest> = {
  schema: codedTest,
  judge: (test, evidence, columns, { scheme }, verdicts) =>
    judgeCoded(test, evidence, columns, maskOf(axisValues(test.axis, scheme), test.allowed), verdicts),
  words: (test, { scheme }) =>
    `${AXIS_LABELS[test.axis]}: ${few(
      axisValues(test.axis, scheme)
        .filter((v) => test.allowed.includes(v.code))
        .map((v) => v.label),
    )}`,
  wouldPass(test, evidence, columns, i, { scheme }) {
    const values = axisValues(test.axis, scheme);
    const allowed = maskOf(values, test.allowed);
    const mask = columns[evidence][test.axis][i]!;
    if (evidence === 'stated' && (columns.all[test.axis][i]! & ~allowed) === 0)
      return 'if what can be inferred counted, not only what is stated';
    const labels = labelsOf(values, (mask & ~allowed) >>> 0);
    return bitCount(mask) > 4 ? `if it let in all that the work can be (${labels.length} values)` : `if it let in ${labels.join(' and ')}`;
  },
  settledBy: ({ axis }) =>
    SETTLED_BY[axis] ?? `A ruling on ${AXIS_LABELS[axis].toLowerCase()}: one can settle all that share a journal or a dispute.`,
  cacheKey: ({ axis }, { scheme }) => (axis === 'level' ? [scheme.id, scheme.levels.map((l) => l.code)] : null),
  unknownCode(test, scheme) {
    const codes = new Set(axisValues(test.axis, scheme).map((v) => v.code));
    return test.allowed.find((code) => !codes.has(code));
  },
  relate(own, there, { scheme }) {
    if (own.axis !== there.axis) return null;
    const values = axisValues(own.axis, scheme);
    const [ours, theirs] = [maskOf(values, own.allowed), maskOf(values, there.allowed)];
    return { wider: (theirs & ~ours) !== 0, narrower: (ours & ~theirs) !== 0, proxy: false };
  },
  infers: true,
  asksPerson: false,
};
